package evenharbor.core.where.visit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/** How likely each page is for a path, to the hundredth: what is weighed shows in the numbers. */
class LikelyScoresTest {

    private static final Map<String, String> PAGES = Map.of(
            "/", "Papermoon",
            "/seeds/", "All seeds",
            "/seeds/broad-bean.html", "Broad bean",
            "/seeds/runner-bean.html", "Runner bean",
            "/seeds/garden-pea.html", "Garden pea",
            "/OpeningHours.html", "When we are open",
            "/café/menu.html", "Menü",
            "/impressum.html", "");

    @ParameterizedTest
    @CsvFileSource(resources = "/likely-scores.txt", delimiter = '|')
    void areWhatTheWeightsMakeOfThem(String path, String expected) {
        assertThat(LikelyPages.of(PAGES).to(path.strip(), 3).stream()
                        .map(l -> String.format(Locale.ROOT, "%s %.2f", l.path(), l.score()))
                        .collect(Collectors.joining(", ")))
                .isEqualTo(expected == null ? "" : expected.strip());
    }

    @Test
    void noMoreComeThanWereAskedForTheLikeliestFirst() {
        Map<String, String> pages = new HashMap<>();
        IntStream.range(0, 300).forEach(i -> pages.put("/room-" + i + ".html", "Room " + i));
        assertThat(LikelyPages.of(pages).to("/rooms/room-7.html", 1))
                .extracting(LikelyPages.Likely::path)
                .containsExactly("/room-7.html");
        assertThat(LikelyPages.of(pages).to("/room-7.html", 5))
                .hasSize(5)
                .first()
                .satisfies(l -> assertThat(l.score()).isEqualTo(1));
        assertThat(LikelyPages.of(pages).to("/xyz", 5)).isEmpty();
        assertThat(LikelyPages.of(Map.of()).to("/room-7.html", 5)).isEmpty();
    }
}
