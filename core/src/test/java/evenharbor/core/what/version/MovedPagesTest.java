package evenharbor.core.what.version;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** Pages that moved and were edited on the way, in a hundred generated sites. */
class MovedPagesTest {

    private static final String[] SYLLABLES = {
        "ba", "cor", "den", "fi", "gal", "hen", "il", "jor", "ka", "lum", "mi", "nor", "ol", "pra", "qui", "ros", "sil",
        "tam", "ur", "vel", "wen", "yar", "zo"
    };

    private final Map<String, String> texts = new HashMap<>();

    private static String word(Random random) {
        StringBuilder word = new StringBuilder();
        for (int i = 1 + random.nextInt(3); i >= 0; i--) {
            word.append(SYLLABLES[random.nextInt(SYLLABLES.length)]);
        }
        return word.toString();
    }

    /** Prose of a site: its own stock of words, of which some come often. */
    private static List<String> prose(List<String> stock, int words, Random random) {
        List<String> prose = new ArrayList<>();
        for (int i = 0; i < words; i++) {
            prose.add(stock.get((int) (stock.size() * random.nextDouble() * random.nextDouble())));
        }
        return prose;
    }

    private static List<String> edited(List<String> prose, List<String> stock, double share, Random random) {
        List<String> edited = new ArrayList<>(prose);
        int at = random.nextInt(edited.size());
        int length = (int) (edited.size() * share);
        for (int i = 0; i < length; i++) {
            edited.set((at + i) % edited.size(), stock.get(random.nextInt(stock.size())));
        }
        return edited;
    }

    private FileEntry page(String navigation, List<String> prose) {
        String text = "<!doctype html><title>" + prose.get(0) + "</title><nav>" + navigation + "</nav><main><p>"
                + String.join(" ", prose) + "</p></main><footer>" + navigation + "</footer>";
        String hash = String.format("%032x%032x", text.hashCode() & 0xffffffffL, text.length());
        texts.put(hash, text);
        return new FileEntry(hash, text.length(), "text/html", true);
    }

    @Test
    void aHundredMovedAndEditedPagesAreRecognised() {
        int recognised = 0;
        int wrong = 0;
        for (int n = 0; n < 100; n++) {
            Random random = new Random(n);
            List<String> stock = new ArrayList<>();
            for (int i = 0; i < 400; i++) {
                stock.add(word(random));
            }
            String navigation = String.join(" ", prose(stock, 40, random));
            Map<String, FileEntry> before = new TreeMap<>();
            Map<String, FileEntry> after = new TreeMap<>();
            for (int i = 0; i < 8; i++) {
                FileEntry stays = page(navigation, prose(stock, 60 + random.nextInt(300), random));
                before.put("stays/" + i + ".html", stays);
                after.put("stays/" + i + ".html", stays);
            }
            List<String> moves = prose(stock, 60 + random.nextInt(300), random);
            before.put("old/place.html", page(navigation, moves));
            after.put(
                    "new/name.html", page(navigation, edited(moves, stock, 0.05 + 0.2 * random.nextDouble(), random)));
            // Others that go and come at the same time, and have nothing to do with each other.
            before.put("gone.html", page(navigation, prose(stock, moves.size(), random)));
            after.put("come.html", page(navigation, prose(stock, moves.size(), random)));
            List<Change> moved = Changes.between(
                            Manifest.of(before),
                            Manifest.of(after),
                            file -> Optional.ofNullable(texts.get(file.hash())))
                    .list()
                    .stream()
                    .filter(c -> c.kind() == Change.Kind.MOVED)
                    .toList();
            for (Change change : moved) {
                if (change.path().equals("new/name.html") && change.from().equals(Optional.of("old/place.html"))) {
                    recognised++;
                } else {
                    wrong++;
                }
            }
        }
        assertThat(recognised).as("recognised, of 100").isGreaterThanOrEqualTo(95);
        assertThat(wrong).as("taken for moved though they are not").isLessThanOrEqualTo(1);
    }
}
