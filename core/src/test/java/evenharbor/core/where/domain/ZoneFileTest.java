package evenharbor.core.where.domain;

import static evenharbor.core.where.domain.ZoneCases.APEX;
import static evenharbor.core.where.domain.ZoneCases.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Zone files in and out. */
class ZoneFileTest {

    @Test
    void aZoneFileFromElsewhereIsReadWithoutFollowingIt() {
        ZoneFile.Reading reading = ZoneFile.read("""
                $TTL 600
                @ IN SOA ns.example. me.example. 1 2 3 4 5
                @ IN NS ns.example.
                @ 300 IN A 192.0.2.7
                www IN CNAME papermoon.example.
                elsewhere.example. IN A 192.0.2.9
                text IN TXT ( "in two"
                    "lines" ) ; with a remark
                """, APEX);
        assertThat(reading.fault()).isEmpty();
        assertThat(reading.sets()).extracting(RecordSet::type).containsExactlyInAnyOrder("A", "CNAME", "TXT");
        assertThat(reading.leftOut()).hasSize(3);
        assertThat(ZoneFile.read("$INCLUDE /etc/passwd\n", APEX).fault()).isPresent();
        assertThat(ZoneFile.read("$GENERATE 1-100000 h$ A 192.0.2.7\n", APEX).sets())
                .isEmpty();
        assertThat(ZoneFile.read("www IN A nonsense\n", APEX).fault().orElseThrow())
                .contains("1");
    }

    /** What stands in files from elsewhere, and how many sets and left-out lines it comes to; -1 for a fault. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "www A 192.0.2.7 | 1 | 0",
                "www 60 IN A 192.0.2.7 | 1 | 0",
                "www IN 60 A 192.0.2.7 | 1 | 0",
                "WWW A 192.0.2.7{n}www A 192.0.2.8 | 1 | 0",
                "www A 192.0.2.7{n}www A 192.0.2.7 | 1 | 0",
                "www A 192.0.2.7{n}  TXT more | 2 | 0",
                "$ORIGIN shop.papermoon.example.{n}@ A 192.0.2.7 | 1 | 0",
                "$ORIGIN elsewhere.example.{n}@ A 192.0.2.7 | 0 | 1",
                "; a remark alone | 0 | 0",
                "~~ | 0 | 0",
                "shop NS ns.example. | 1 | 0",
                "@ NS ns.example. | 0 | 1",
                "x CH TXT chaos | 0 | 1",
                "www A | -1 | 0",
                "www WHAT 1 | -1 | 0",
                "www TXT \"open | -1 | 0",
            })
    void eachLineIsTakenLeftOutOrAFault(String text, int sets, int leftOut) {
        ZoneFile.Reading reading = ZoneFile.read(text.replace("{n}", "\n") + "\n", APEX);
        assertThat(reading.fault().isPresent()).isEqualTo(sets < 0);
        assertThat(reading.sets()).hasSize(Math.max(0, sets));
        assertThat(reading.leftOut())
                .hasSize(leftOut)
                .allSatisfy(s -> assertThat(s).endsWith("."));
        reading.fault().ifPresent(s -> assertThat(s).endsWith("."));
    }

    @Test
    void aFloodIsRefused() {
        assertThat(ZoneFile.read("; long\n".repeat(200_000), APEX).fault().orElseThrow())
                .contains("1 MiB");
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 5_001; i++) {
            many.append('n').append(i).append(" A 192.0.2.7\n");
        }
        assertThat(ZoneFile.read(many.toString(), APEX).fault().orElseThrow()).contains("5000 records");
    }

    @Test
    void theFirstTtlOfASetIsTheSets() {
        RecordSet read = ZoneFile.read("www 60 A 192.0.2.7\nwww 90 A 192.0.2.8\n", APEX)
                .sets()
                .get(0);
        assertThat(read.ttl()).isEqualTo(60);
        assertThat(ZoneFile.write(Zone.of(APEX, List.of(read))))
                .isEqualTo("$ORIGIN papermoon.example.\nwww\t60\tIN\tA\t192.0.2.7\nwww\t60\tIN\tA\t192.0.2.8\n");
    }

    @Test
    void namesAreWrittenSoThatTheyAreReadAgain() {
        Zone zone = Zone.of(APEX, List.of(set("@", "MX", "10 mail.example."), set("*.shop", "A", "192.0.2.7")));
        assertThat(Zone.of(APEX, ZoneFile.read(ZoneFile.write(zone), APEX).sets()))
                .isEqualTo(zone);
    }

    /** What is written is read as the same zone. */
    @Property
    void aZoneWrittenAndReadIsTheSameZone(@ForAll(supplier = ZoneCases.Typed.class) List<RecordSet> typed) {
        RecordRules.Verdict verdict = RecordRules.judge(APEX, typed);
        boolean twoOfOneKey = verdict.zone().sets().size() < typed.size();
        if (verdict.faults().isEmpty() && !twoOfOneKey) {
            ZoneFile.Reading reading = ZoneFile.read(ZoneFile.write(verdict.zone()), APEX);
            assertThat(reading.fault()).isEmpty();
            assertThat(Zone.of(APEX, reading.sets())).isEqualTo(verdict.zone());
        }
    }
}
