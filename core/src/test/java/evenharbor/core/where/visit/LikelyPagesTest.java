package evenharbor.core.where.visit;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Which page a path most likely meant, on the pages of the demo's seed library after half of them were renamed. */
class LikelyPagesTest {

    private static final Path DEMO = Path.of("..", "demo-sites", "foxglove");
    private static final Pattern TITLE = Pattern.compile("(?s)<title>(.*?)</title>");

    private static Map<String, String> pages() throws IOException {
        Map<String, String> titles = new TreeMap<>();
        for (String layer : List.of("1", "2", "3")) {
            try (Stream<Path> found = Files.walk(DEMO.resolve(layer))) {
                for (Path file :
                        found.filter(f -> f.toString().endsWith(".html")).toList()) {
                    String path = "/"
                            + DEMO.resolve(layer).relativize(file).toString().replace('\\', '/');
                    Matcher title = TITLE.matcher(Files.readString(file));
                    titles.put(path.replaceFirst("index\\.html$", ""), title.find() ? title.group(1) : "");
                }
            }
        }
        titles.keySet().removeIf(p -> p.matches("/(seed|group)-.*|/(seeds|months|about)\\.html"));
        return titles;
    }

    /** The 29 paths that were renamed, and 11 more as people write them down or type them. */
    private static Map<String, String> oldPaths() {
        Map<String, String> right = new LinkedHashMap<>();
        for (String seed : List.of(
                "broad-bean",
                "runner-bean",
                "garden-pea",
                "beetroot",
                "parsnip",
                "carrot",
                "leek",
                "onion",
                "garlic",
                "lettuce",
                "kale",
                "chard",
                "spinach",
                "tomato",
                "courgette",
                "pumpkin",
                "marigold",
                "foxglove",
                "sweet-pea",
                "poppy")) {
            right.put("/seed-" + seed + ".html", "/seeds/" + seed + ".html");
        }
        for (String group : List.of("pods", "roots", "alliums", "leaves", "fruits", "flowers")) {
            right.put("/group-" + group + ".html", "/seeds/" + group + "/");
        }
        right.put("/seeds.html", "/seeds/");
        right.put("/months.html", "/year/");
        right.put("/about.html", "/about/");
        right.put("/Seeds/Tomatoes", "/seeds/tomato.html");
        right.put("/seed-runnerbean.html", "/seeds/runner-bean.html");
        right.put("/seeds/sweetpea", "/seeds/sweet-pea.html");
        right.put("/carrots/", "/seeds/carrot.html");
        right.put("/SwapDay.htm", "/swap-day.html");
        right.put("/borrowing.html", "/borrow.html");
        right.put("/seeds/courgete.html", "/seeds/courgette.html");
        right.put("/contact-us", "/contact.html");
        right.put("/flowers", "/seeds/flowers/");
        right.put("/about-us.php", "/about/");
        right.put("/helper.html", "/helpers.html");
        return right;
    }

    @Test
    void oldPathsAreRecognised() throws IOException {
        LikelyPages likely = LikelyPages.of(pages());
        int first = 0;
        int amongThree = 0;
        List<String> missed = new ArrayList<>();
        for (Map.Entry<String, String> old : oldPaths().entrySet()) {
            List<String> meant = likely.to(old.getKey(), 3).stream()
                    .map(LikelyPages.Likely::path)
                    .toList();
            first += !meant.isEmpty() && meant.get(0).equals(old.getValue()) ? 1 : 0;
            amongThree += meant.contains(old.getValue()) ? 1 : 0;
            if (meant.isEmpty() || !meant.get(0).equals(old.getValue())) {
                missed.add(old.getKey() + " " + meant);
            }
        }
        assertThat(oldPaths()).hasSize(40);
        assertThat(first).as("%s", missed).isGreaterThanOrEqualTo(34);
        assertThat(amongThree).as("%s", missed).isGreaterThanOrEqualTo(39);
    }

    @Test
    void whatIsLikeNothingIsNotGuessed() throws IOException {
        LikelyPages likely = LikelyPages.of(pages());
        assertThat(likely.to("/xyzzy/qwrt", 3)).isEmpty();
        assertThat(likely.to("/8472", 3)).isEmpty();
        assertThat(likely.to("/", 3)).isEmpty();
        assertThat(LikelyPages.of(Map.of()).to("/a", 3)).isEmpty();
    }
}
