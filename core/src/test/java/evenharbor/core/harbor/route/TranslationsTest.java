package evenharbor.core.harbor.route;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Visitors come to a page in the language that they like most of those there are. */
class TranslationsTest {

    private static final Translations PAGES =
            new Translations("en", new TreeMap<>(Map.of("de", "/de/", "pt-BR", "/pt/")));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "none",
            value = {
                "none | none",
                "'' | none",
                "de | /de/",
                "de-AT,de;q=0.9,en;q=0.8 | /de/",
                "en-GB,de;q=0.9 | none",
                "fr;q=0.9,de;q=0.5 | /de/",
                "fr | none",
                "pt-BR | /pt/",
                "pt | none",
                "de;q=0,en | none",
                "* | none",
                "de;q=x;;, | none",
            })
    void theOneTheyLikeMost(String wanted, String path) {
        assertThat(PAGES.sent(wanted)).isEqualTo(java.util.Optional.ofNullable(path));
        assertThat(Translations.NONE.sent(wanted)).isEmpty();
    }
}
