package evenharbor.core.where.domain;

import static evenharbor.core.where.domain.ZoneCases.APEX;
import static evenharbor.core.where.domain.ZoneCases.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Records that were left behind. */
class DangersTest {

    /** Nothing answers at a name but at the apex; mine.harbor.example is the account's own harbor address. */
    @ParameterizedTest
    @CsvSource({
        "@, A, 192.0.2.7, false",
        "old, A, 192.0.2.7, true",
        "old, AAAA, 2001:db8:0:0:0:0:0:7, true",
        "mail, A, 198.51.100.1, false",
        "mail, AAAA, 2001:db8:0:0:0:0:0:9, false",
        "gone, CNAME, visit.harbor.example., true",
        "shop, CNAME, papermoon.harbor.example., true",
        "mine, CNAME, mine.harbor.example., false",
        "other, CNAME, elsewhere.example., false",
        "other, CNAME, papermoon.harbor.example.org., false",
        "notes, TXT, visit.harbor.example., false",
        "*, A, 192.0.2.7, true",
    })
    void whereSomeoneElseCouldAnswerIsADanger(String name, String type, String data, boolean danger) {
        Expected here = new Expected(Set.of("192.0.2.7"), Set.of("2001:db8:0:0:0:0:0:7"), "visit.harbor.example");
        Zone zone = Zone.of(APEX, List.of(set(name, type, data)));
        List<Dangers.Danger> dangers =
                Dangers.in(zone, here, Set.of("papermoon.example"), "harbor.example", Set.of("mine.harbor.example"));
        assertThat(dangers).extracting(d -> d.set().name()).isEqualTo(danger ? List.of(name) : List.of());
        assertThat(dangers).allSatisfy(d -> assertThat(d.sentence()).contains("Take the record out"));
    }
}
