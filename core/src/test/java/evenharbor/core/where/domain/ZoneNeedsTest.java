package evenharbor.core.where.domain;

import static evenharbor.core.where.domain.ZoneCases.APEX;
import static evenharbor.core.where.domain.ZoneCases.set;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Differences between zones, and what addresses need in them. */
class ZoneNeedsTest {

    @Property
    void aDifferenceLeadsFromOneZoneToTheOther(
            @ForAll(supplier = ZoneCases.Typed.class) List<RecordSet> one,
            @ForAll(supplier = ZoneCases.Typed.class) List<RecordSet> two) {
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

    /** What stands at www before, whether it is ours, and what stands there after; ! marks a conflict. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            nullValues = "-",
            value = {
                "- | - | CNAME visit.example.",
                "A 192.0.2.7 | - | A 192.0.2.7",
                "CNAME visit.example. | - | CNAME visit.example.",
                "A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:7 | - | A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:7",
                "CNAME visit.example. | CNAME | CNAME visit.example.",
                "CNAME old.example. | CNAME | CNAME visit.example.",
                "A 198.51.100.1 | A | CNAME visit.example.",
                "TXT x | - | A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:7, TXT x",
                "TXT x, A 192.0.2.9 | A | A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:7, TXT x",
                "CNAME elsewhere.example. | - | CNAME elsewhere.example. !",
                "A 192.0.2.9 | - | A 192.0.2.9 !",
                "A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:9 | - | A 192.0.2.7, AAAA 2001:db8:0:0:0:0:0:9 !",
                "AAAA 2001:db8:0:0:0:0:0:9, TXT x | - | AAAA 2001:db8:0:0:0:0:0:9, TXT x !",
            })
    void aNeedIsFilledUnlessAPersonLeadsElsewhere(String before, String ours, String after) {
        List<RecordSet> sets = before == null
                ? List.of()
                : Arrays.stream(before.split(", "))
                        .map(s -> set("www", s.split(" ")[0], s.split(" ")[1]))
                        .toList();
        Set<RecordSet.Key> keys = ours == null ? Set.of() : Set.of(new RecordSet.Key("www", ours));
        ZoneNeeds.Need need =
                new ZoneNeeds.Need("www", "visit.example.", List.of("192.0.2.7"), List.of("2001:db8:0:0:0:0:0:7"), 300);
        ZoneNeeds merged = ZoneNeeds.merge(Zone.of(APEX, sets), keys, List.of(need), Set.of());
        String seen = merged.zone().at("www").stream()
                .map(s -> s.type() + " " + String.join(" ", s.data()))
                .sorted()
                .collect(Collectors.joining(", "));
        boolean conflict = after.endsWith(" !");
        assertThat(merged.conflicts().isEmpty()).isNotEqualTo(conflict);
        assertThat(seen).isEqualTo(conflict ? after.substring(0, after.length() - 2) : after);
    }

    /** Bringing a zone up to date twice changes nothing the second time. */
    @Property
    void needsAreMetOnce(@ForAll(supplier = ZoneCases.Typed.class) List<RecordSet> sets) {
        List<ZoneNeeds.Need> needs = new ArrayList<>(List.of(need("@"), need("www"), need("a")));
        ZoneNeeds once = ZoneNeeds.merge(Zone.of(APEX, sets), Set.of(), needs, Set.of("a"));
        ZoneNeeds twice = ZoneNeeds.merge(once.zone(), once.ours(), needs, Set.of("a"));
        assertThat(twice.zone()).isEqualTo(once.zone());
        assertThat(twice.ours()).isEqualTo(once.ours());
    }
}
