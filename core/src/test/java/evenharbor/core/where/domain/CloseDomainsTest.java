package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.AddressReader;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a search for a name asks the registry for. */
class CloseDomainsTest {

    private static final List<String> SOLD = List.of("art.localhost", "shop.localhost");

    private static List<String> close(String typed) {
        AddressReader reader = new AddressReader("harbor.localhost", List.of(), new PublicSuffixes(Set.copyOf(SOLD)));
        return CloseDomains.of(reader.read(typed), SOLD);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "papermoon | papermoon.art.localhost",
                "Paper Moon | papermoon.art.localhost",
                "Paper-Moon! | paper-moon.art.localhost",
                "papermoon.shop.localhost | papermoon.shop.localhost",
                "https://www.papermoon.shop.localhost/x | papermoon.shop.localhost",
                "papermoon.harbor.localhost | papermoon.art.localhost",
                "www.papermoon.example | papermoon.art.localhost",
                "Café Größe | cafe-groesse.art.localhost",
                "café.shop.localhost | cafe.shop.localhost",
                "marta@papermoon.example | marta-papermoon-example.art.localhost",
            })
    void aSearchBeginsWithWhatWasMeantUnderEachEnding(String typed, String first) {
        List<String> names = close(typed);
        assertThat(names.get(0)).isEqualTo(first);
        assertThat(names).doesNotHaveDuplicates().hasSizeGreaterThan(4).hasSizeLessThanOrEqualTo(12);
        String label = first.substring(0, first.indexOf('.'));
        assertThat(names).contains(label + ".art.localhost", label + ".shop.localhost");
    }

    @Test
    void whatHasNoLettersIsNotSearchedFor() {
        assertThat(close("!!!")).isEmpty();
        assertThat(close("")).isEmpty();
    }
}
