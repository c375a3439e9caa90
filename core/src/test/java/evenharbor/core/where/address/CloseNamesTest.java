package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CloseNamesTest {

    @Test
    void theClosestComesFirstAndTheWantedOneIsNotAmongThem() {
        assertThat(CloseNames.variants("paper-moon"))
                .containsExactly(
                        "papermoon",
                        "the-paper-moon",
                        "paper-moon-site",
                        "paper-moon-pages",
                        "paper-moon-online",
                        "at-paper-moon",
                        "visit-paper-moon",
                        "paper-moon-home",
                        "paper-moon-web",
                        "hello-paper-moon",
                        "our-paper-moon",
                        "paper-moon-and-co");
        assertThat(CloseNames.variants("moon")).doesNotContain("moon").hasSize(11);
        assertThat(CloseNames.variants("a".repeat(63))).isEmpty();
        assertThat(CloseNames.variants("a".repeat(59))).hasSize(4);
    }

    @Test
    void whatIsTakenIsLeftOutAndNumbersFillUp() {
        assertThat(CloseNames.near("moon", 3, names -> Set.of("the-moon", "moon-pages")))
                .containsExactly("moon-site", "moon-online", "at-moon");
        assertThat(CloseNames.near(
                        "moon",
                        3,
                        names -> Set.copyOf(CloseNames.variants("moon").toList())))
                .containsExactly("moon-no2", "moon-no3", "moon-no4");
        assertThat(CloseNames.near("moon", 50, names -> Set.of()))
                .hasSize(50)
                .startsWith("the-moon")
                .contains("moon-no40");
        assertThat(CloseNames.near("a".repeat(63), 3, names -> Set.of())).isEmpty();
        // Names that are kept for the harbor are nobody's.
        assertThat(ReservedNames.contains("www")).isTrue();
        assertThat(CloseNames.near("w-ww", 2, names -> Set.of())).containsExactly("the-w-ww", "w-ww-site");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Paper Moon | paper-moon",
                "Paper Moon 2026 | paper-moon",
                "Summer Fair 2026 draft | fair",
                "2026 | 2026",
                "Café am Kai | cafe-am-kai",
            })
    void aTitleSuggestsANameWithoutWhatAges(String title, String name) {
        assertThat(CloseNames.fromTitle(title)).contains(name);
    }

    @Test
    void aTitleWithoutLettersSuggestsNone() {
        assertThat(CloseNames.fromTitle("!!!")).isEmpty();
    }
}
