package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.HostName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PublicNamesTest {

    @ParameterizedTest
    @CsvSource({
        "papermoon.art,true",
        "www.papermoon.co.uk,true",
        "xn--caf-dma.org,true",
        "papermoon.localhost,false",
        "printer.local,false",
        "wiki.internal,false",
        "a.test,false",
        "router.home.arpa,false",
        "art,false",
    })
    void namesForUseWithinAreNotIssuedFor(String name, boolean issued) {
        assertThat(PublicNames.contains(new HostName(name))).isEqualTo(issued);
    }
}
