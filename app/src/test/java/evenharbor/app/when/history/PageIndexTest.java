package evenharbor.app.when.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The index finds what a plain reading of all texts finds, forgets what is gone, and outlives its process. */
class PageIndexTest {

    private static final List<String> WORDS = List.of(
            "lantern", "lanterns", "Laterne", "quay", "walk", "walks", "Wälder", "walder", "été", "ete", "don't", "42");

    @TempDir
    Path folder;

    private static String hash(int number) {
        byte[] bytes = new byte[32];
        new Random(number).nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    @Test
    void itFindsWhatAPlainReadingFinds() throws IOException {
        Random random = new Random(5);
        Map<String, List<String>> texts = new HashMap<>();
        try (PageIndex index = new PageIndex(folder)) {
            for (int i = 0; i < 200; i++) {
                List<String> text = new ArrayList<>();
                for (int w = random.nextInt(5); w >= 0; w--) {
                    text.add(WORDS.get(random.nextInt(WORDS.size())));
                }
                texts.put(hash(i), text);
                index.add(hash(i), new PageText("", String.join(" ", text)));
            }
            for (int round = 0; round < 200; round++) {
                List<String> wanted = new ArrayList<>();
                for (int w = random.nextInt(2); w >= 0; w--) {
                    String word = WORDS.get(random.nextInt(WORDS.size()));
                    boolean cut = word.length() > 4 && random.nextInt(3) == 0;
                    wanted.add(cut ? word.substring(0, 4) : word);
                }
                Set<String> among = texts.keySet().stream()
                        .filter(h -> random.nextInt(3) > 0)
                        .collect(Collectors.toCollection(TreeSet::new));
                Set<String> read = among.stream()
                        .filter(h -> wanted.stream()
                                .allMatch(want -> texts.get(h).stream()
                                        .anyMatch(word -> meets(PageText.plain(word), PageText.plain(want)))))
                        .collect(Collectors.toCollection(TreeSet::new));
                assertThat(index.find(String.join(" ", wanted), among, 1_000).keySet())
                        .as("%s", wanted)
                        .containsExactlyInAnyOrderElementsOf(read);
            }
        }
    }

    private static boolean meets(String word, String want) {
        return want.length() >= 3 ? word.startsWith(want) : word.equals(want);
    }

    @Test
    void plainWordsAreThoseOfUnicodesRules() {
        Random random = new Random(3);
        String letters = "AbZ 09é É ü Ü ñ ß Ω ώ Ж й ﬁ Ⅷ 灯 か\u3099 e\u0301 — “ ¶ İ Å \uD83D\uDE00";
        for (int round = 0; round < 2_000; round++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(12); i >= 0; i--) {
                text.append(letters.charAt(random.nextInt(letters.length())));
            }
            String wanted = Normalizer.normalize(text, Normalizer.Form.NFD)
                    .replaceAll("\\p{M}+", "")
                    .toLowerCase(Locale.ROOT);
            assertThat(PageText.plain(text.toString())).as("%s", text).isEqualTo(wanted);
        }
    }

    @Test
    void wordsOfAnyWritingAreFound() throws IOException {
        try (PageIndex index = new PageIndex(folder)) {
            index.add(hash(1), new PageText("灯籠流し", "川辺の灯籠 " + "x".repeat(700) + " Καλημέρα привет"));
            index.add(hash(2), new PageText("", "another"));
            for (String words : List.of("灯籠", "川辺", "\"灯籠流\"", "καλημ", "ПРИВЕТ", "x".repeat(300))) {
                assertThat(index.find(words, Set.of(hash(1), hash(2)), 9).keySet())
                        .as(words)
                        .containsExactly(hash(1));
            }
            assertThat(index.find("\"籠灯\"", Set.of(hash(1)), 9)).isEmpty();
        }
    }

    @Test
    void itOutlivesItsProcessAndForgetsWhatIsGone() throws IOException {
        try (PageIndex index = new PageIndex(folder)) {
            index.add(hash(1), new PageText("Moon", "one"));
            index.add(hash(2), new PageText("Sun", "two"));
            index.keep();
        }
        try (PageIndex index = new PageIndex(folder)) {
            assertThat(index.knows(hash(1))).isTrue();
            assertThat(index.knows(hash(3))).isFalse();
            index.forget(hash(1)::equals);
        }
        try (PageIndex index = new PageIndex(folder)) {
            assertThat(index.knows(hash(1))).isFalse();
            assertThat(index.find("two", Arrays.asList(hash(1), hash(2)), 10)).containsOnlyKeys(hash(2));
            assertThat(index.find("moon", List.of(hash(1), hash(2)), 10)).isEmpty();
        }
    }

    @Test
    void aPagesWordsAreThoseThatAReaderSees() {
        PageText text =
                PageText.of("<title>T</title><nav><a href=a>One</a><a href=b>Two</a></nav><p>l<b>ant</b>ern<script>no()"
                        + "</script><p>x");
        assertThat(text).isEqualTo(new PageText("T", "One Two lantern x"));
        assertThat(text.excerpt(List.of("lant"))).isEqualTo("One Two lantern x");
        assertThat(new PageText("", "word ".repeat(100) + "moon" + " word".repeat(100)).excerpt(List.of("moon")))
                .startsWith("… word")
                .contains("moon")
                .endsWith("word …");
    }

    @Test
    void wordsThatDifferAreToldWithSomeAroundThem() {
        String far = "a b c d e f g h i j k l m n o p q r s t u v w x y z ";
        List<WordDifference> runs = WordDifference.between(far + "old end " + far, far + "new end " + far);
        assertThat(runs)
                .extracting(WordDifference::kind)
                .containsExactly(
                        WordDifference.Kind.GAP,
                        WordDifference.Kind.SAME,
                        WordDifference.Kind.REMOVED,
                        WordDifference.Kind.ADDED,
                        WordDifference.Kind.SAME,
                        WordDifference.Kind.GAP);
        assertThat(runs.get(1).text()).isEqualTo("o p q r s t u v w x y z ");
        assertThat(WordDifference.between("same words", "same words"))
                .extracting(WordDifference::kind)
                .doesNotContain(WordDifference.Kind.ADDED, WordDifference.Kind.REMOVED);
    }
}
