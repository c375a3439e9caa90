package evenharbor.core.domain;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.address.HostName;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Record sets and their rules, zone files, differences, and what addresses need. */
class ZoneTest {

    private static final HostName APEX = new HostName("papermoon.example");

    private static RecordSet set(String name, String type, String... data) {
        return new RecordSet(name, type, 3600, List.of(data));
    }

    private static List<RecordFault> faults(RecordSet... sets) {
        return RecordRules.judge(APEX, List.of(sets)).faults();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "@ | A | 192.0.2.7 | 192.0.2.7",
                "papermoon.example. | A | 192.0.2.7 | 192.0.2.7",
                "WWW | CNAME | visit.example. | visit.example.",
                "www.papermoon.example | CNAME | visit | visit.papermoon.example.",
                "@ | AAAA | 2001:db8::7 | 2001:db8:0:0:0:0:0:7",
                "@ | MX | 10 mail.example. | 10 mail.example.",
                "@ | MX | 0 . | 0 .",
                "@ | TXT | v=spf1 -all | \"v=spf1 -all\"",
                "@ | TXT | \"two\" \"parts\" | \"two\" \"parts\"",
                "@ | TXT | say \"hi\" | \"say \\\"hi\\\"\"",
                "@ | CAA | 0 issue \"ca.example\" | 0 issue \"ca.example\"",
                "_sip._tcp | SRV | 0 5 5060 sip.example. | 0 5 5060 sip.example.",
                "_dmarc | TXT | v=DMARC1; p=none | \"v=DMARC1; p=none\"",
                "* | A | 192.0.2.7 | 192.0.2.7",
                "*.shop | CNAME | visit.example. | visit.example.",
                "deep | NS | ns1.example. | ns1.example.",
                "_x._domainkey | CNAME | _x.mail.example. | _x.mail.example.",
            })
    void whatTheFieldAllowsIsKeptInOneForm(String name, String type, String typed, String kept) {
        RecordRules.Verdict verdict = RecordRules.judge(APEX, List.of(new RecordSet(name, type, 300, List.of(typed))));
        assertThat(verdict.faults()).isEmpty();
        assertThat(verdict.zone().sets().get(0).data()).containsExactly(kept);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "@ | CNAME | 3600 | visit.example. | name | cannot be an alias",
                "@ | NS | 3600 | ns.example. | name | kept by the harbor",
                "www | A | 3600 | visit.example. | data | no A record",
                "www | A | 3600 | 192.0.2.700 | data | no A record",
                "www | AAAA | 3600 | 192.0.2.7 | data | no AAAA record",
                "www | CNAME | 3600 | 192.0.2.7 | data | not a number",
                "www | CNAME | 3600 | http://visit.example/ | data | no host name",
                "@ | MX | 3600 | mail.example. | data | no MX record",
                "@ | MX | 3600 | 10 192.0.2.7 | data | not a number",
                "@ | CAA | 3600 | 0 issues \"ca.example\" | data | one of the tags",
                "@ | CAA | 3600 | issue ca.example | data | no CAA record",
                "sip | SRV | 3600 | 0 5 5060 sip.example. | name | stands at a service",
                "_sip._tcp | SRV | 3600 | 0 5 sip.example. | data | no SRV record",
                "www | A | 59 | 192.0.2.7 | ttl | between 60",
                "www | A | 604801 | 192.0.2.7 | ttl | between 60",
                "w w | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "a.*.b | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "-a | A | 3600 | 192.0.2.7 | name | no name within a zone",
                "www | PTR | 3600 | x.example. | type | not kept here",
                "www | A | 3600 | ~~ | data | Fill this in",
            })
    void whatTheFieldForbidsIsRefusedAtItsField(
            String name, String type, long ttl, String data, String field, String words) {
        List<RecordFault> faults = faults(new RecordSet(name, type, ttl, List.of(data)));
        assertThat(faults).isNotEmpty();
        assertThat(faults.get(0).field()).isEqualTo(field);
        assertThat(faults.get(0).sentence()).contains(words);
    }

    @Test
    void anAliasHasNoOtherDataBesideIt() {
        assertThat(faults(set("www", "CNAME", "visit.example."), set("www", "TXT", "x")))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("can have no other records"));
        assertThat(faults(set("www", "CNAME", "a.example.", "b.example."))).isNotEmpty();
    }

    @Test
    void twiceTheSameIsSaid() {
        assertThat(faults(set("www", "A", "192.0.2.7", "192.0.2.7")))
                .extracting(RecordFault::index)
                .containsExactly(1);
        assertThat(faults(set("www", "A", "192.0.2.7"), set("www", "A", "192.0.2.8")))
                .isNotEmpty();
    }

    @Test
    void theTargetOfMxIsNoAliasOfThisZone() {
        assertThat(faults(set("@", "MX", "10 mail"), set("mail", "CNAME", "elsewhere.example.")))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("RFC 2181"));
    }

    @Test
    void aTargetInTheZoneHasAnAddress() {
        assertThat(faults(set("@", "MX", "10 mail")))
                .extracting(RecordFault::sentence)
                .anySatisfy(s -> assertThat(s).contains("has no address"));
        assertThat(faults(set("@", "MX", "10 mail"), set("mail", "A", "192.0.2.7")))
                .isEmpty();
        assertThat(faults(set("@", "MX", "10 mail"), set("*", "A", "192.0.2.7")))
                .isEmpty();
        assertThat(faults(set("@", "MX", "10 @"), set("@", "A", "192.0.2.7"))).isEmpty();
    }

    @Test
    void belowADelegationNothingWouldBeSeen() {
        assertThat(faults(set("shop", "NS", "ns.example."), set("www.shop", "TXT", "x")))
                .isNotEmpty();
        assertThat(faults(set("shop", "NS", "ns.shop"), set("ns.shop", "A", "192.0.2.7")))
                .isEmpty();
    }

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

    @Provide
    Arbitrary<List<RecordSet>> zones() {
        Arbitrary<String> label = Arbitraries.strings()
                .withCharRange('a', 'z')
                .numeric()
                .ofMinLength(1)
                .ofMaxLength(12);
        Arbitrary<String> name =
                Arbitraries.oneOf(Arbitraries.just("@"), label, label.map(l -> "_" + l), label.map(l -> "*." + l));
        Arbitrary<Integer> octet = Arbitraries.integers().between(1, 254);
        Arbitrary<RecordSet> a =
                Combinators.combine(name, octet, octet).as((n, x, y) -> set(n, "A", "192.0." + x + "." + y));
        Arbitrary<RecordSet> txt = Combinators.combine(
                        name, Arbitraries.strings().ofMinLength(1).ofMaxLength(300))
                .as((n, t) -> set(n, "TXT", t.strip().isEmpty() ? "x" : t));
        Arbitrary<RecordSet> mx =
                Combinators.combine(name, label, octet).as((n, l, p) -> set(n, "MX", p + " " + l + ".example."));
        return Arbitraries.oneOf(a, txt, mx).list().ofMaxSize(15);
    }

    /** What is written is read as the same zone. */
    @Property
    void aZoneWrittenAndReadIsTheSameZone(@ForAll("zones") List<RecordSet> typed) {
        RecordRules.Verdict verdict = RecordRules.judge(APEX, typed);
        boolean twoOfOneKey = verdict.zone().sets().size() < typed.size();
        if (verdict.faults().isEmpty() && !twoOfOneKey) {
            ZoneFile.Reading reading = ZoneFile.read(ZoneFile.write(verdict.zone()), APEX);
            assertThat(reading.fault()).isEmpty();
            assertThat(Zone.of(APEX, reading.sets())).isEqualTo(verdict.zone());
        }
    }

    @Property
    void aDifferenceLeadsFromOneZoneToTheOther(
            @ForAll("zones") List<RecordSet> one, @ForAll("zones") List<RecordSet> two) {
        Zone before = Zone.of(APEX, one);
        Zone after = Zone.of(APEX, two);
        Zone led = before.with(sets -> ZoneDifference.between(before, after)
                .steps()
                .forEach(step -> {
                    sets.remove(step.key());
                    step.after().ifPresent(set -> sets.put(step.key(), set));
                }));
        assertThat(led).isEqualTo(after);
        assertThat(ZoneDifference.between(after, after).none()).isTrue();
    }

    private static ZoneNeeds.Need need(String name) {
        return new ZoneNeeds.Need(name, "visit.example.", List.of("192.0.2.7"), List.of(), 300);
    }

    @Test
    void needsAreWrittenIntoAnEmptyZone() {
        ZoneNeeds merged = ZoneNeeds.merge(Zone.empty(APEX), Set.of(), List.of(need("@"), need("www")), Set.of());
        assertThat(merged.zone().sets()).extracting(RecordSet::type).containsExactly("A", "CNAME");
        assertThat(merged.ours()).hasSize(2);
        assertThat(merged.conflicts()).isEmpty();
    }

    @Test
    void besideOtherDataANumberIsWrittenInsteadOfAnAlias() {
        Zone zone = Zone.of(APEX, List.of(set("www", "TXT", "\"x\"")));
        ZoneNeeds merged = ZoneNeeds.merge(zone, Set.of(), List.of(need("www")), Set.of());
        assertThat(merged.zone().at("www")).extracting(RecordSet::type).containsExactlyInAnyOrder("A", "TXT");
    }

    @Test
    void aPersonsRecordIsNeverWrittenOverWithoutAsking() {
        Zone zone = Zone.of(APEX, List.of(set("www", "A", "198.51.100.1")));
        ZoneNeeds asked = ZoneNeeds.merge(zone, Set.of(), List.of(need("www")), Set.of());
        assertThat(asked.zone()).isEqualTo(zone);
        assertThat(asked.conflicts()).extracting(ZoneNeeds.Conflict::name).containsExactly("www");
        ZoneNeeds agreed = ZoneNeeds.merge(zone, Set.of(), List.of(need("www")), Set.of("www"));
        assertThat(agreed.zone().at("www")).extracting(RecordSet::type).containsExactly("CNAME");
    }

    @Test
    void whatIsNoLongerNeededIsTakenOutAndWhatThePersonMadeStays() {
        Zone zone =
                Zone.of(APEX, List.of(set("www", "CNAME", "visit.example."), set("mine", "CNAME", "visit.example.")));
        Set<RecordSet.Key> ours = Set.of(new RecordSet.Key("www", "CNAME"));
        ZoneNeeds merged = ZoneNeeds.merge(zone, ours, List.of(need("mine")), Set.of());
        assertThat(merged.zone().sets()).extracting(RecordSet::name).containsExactly("mine");
        assertThat(merged.ours()).isEmpty();
    }

    /** Bringing a zone up to date twice changes nothing the second time. */
    @Property
    void needsAreMetOnce(@ForAll("zones") List<RecordSet> sets) {
        List<ZoneNeeds.Need> needs = new ArrayList<>(List.of(need("@"), need("www"), need("a")));
        ZoneNeeds once = ZoneNeeds.merge(Zone.of(APEX, sets), Set.of(), needs, Set.of("a"));
        ZoneNeeds twice = ZoneNeeds.merge(once.zone(), once.ours(), needs, Set.of("a"));
        assertThat(twice.zone()).isEqualTo(once.zone());
        assertThat(twice.ours()).isEqualTo(once.ours());
    }

    @Test
    void recordsLeftBehindAreDangers() {
        Expected here = new Expected(Set.of("192.0.2.7"), Set.of(), "visit.harbor.example");
        Zone zone = Zone.of(
                APEX,
                List.of(
                        set("@", "A", "192.0.2.7"),
                        set("old", "A", "192.0.2.7"),
                        set("gone", "CNAME", "visit.harbor.example."),
                        set("shop", "CNAME", "papermoon.harbor.example."),
                        set("mine", "CNAME", "mine.harbor.example."),
                        set("mail", "A", "198.51.100.1")));
        List<Dangers.Danger> dangers =
                Dangers.in(zone, here, Set.of("papermoon.example"), "harbor.example", Set.of("mine.harbor.example"));
        assertThat(dangers).extracting(d -> d.set().name()).containsExactly("gone", "old", "shop");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "papermoon | papermoon.art.localhost",
                "Paper Moon | paper-moon.art.localhost",
                "papermoon.shop.localhost | papermoon.shop.localhost",
                "https://www.papermoon.shop.localhost/x | papermoon.shop.localhost",
            })
    void aSearchBeginsWithWhatWasMeantUnderEachEnding(String typed, String first) {
        List<String> names = CloseDomains.of(typed, List.of("art.localhost", "shop.localhost"));
        assertThat(names.get(0)).isEqualTo(first);
        assertThat(names).doesNotHaveDuplicates().hasSizeGreaterThan(4);
        assertThat(CloseDomains.of("!!!", List.of("art.localhost"))).isEmpty();
    }
}
