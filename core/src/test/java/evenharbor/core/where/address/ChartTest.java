package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import evenharbor.core.where.address.Chart.Kind;
import evenharbor.core.where.address.Chart.Place;
import evenharbor.core.where.address.Chart.Way;
import evenharbor.core.where.address.Ladder.State;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The picture of where a site is live. */
class ChartTest {

    private static final HostName HOST = new HostName("papermoon.art.localhost");
    private static final Instant LATER = Instant.parse("2026-11-25T12:00:00Z");

    private static Chart.Stand stand(SiteAddress address, State state) {
        return new Chart.Stand(address, state, state == State.WAITING ? Optional.of(LATER) : Optional.empty());
    }

    private static SiteAddress address(String id, Role role) {
        return SiteAddress.of(id, HOST.below(id), "/", role);
    }

    private static Place only(Chart chart, String id) {
        return chart.places().stream()
                .filter(place -> place.id().equals(id))
                .reduce((a, b) -> {
                    throw new AssertionError(id + " is there twice");
                })
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({"OK, PROVEN", "WAITING, WAITING", "FAILED, BROKEN", "NOT_YET, OPEN"})
    void aWayIsDrawnAsTheAddressStands(State state, Chart.State way) {
        Chart chart = Chart.of(List.of(stand(address("a", Role.MAIN), state)), List.of(), true, OptionalInt.of(1), 0);
        assertThat(only(chart, "harbor").ways())
                .containsExactly(new Way(
                        "a",
                        "a.papermoon.art.localhost",
                        way,
                        state == State.WAITING ? Optional.of(LATER) : Optional.empty()));
    }

    @Test
    void aPointerLeadsPastTheHarbor() {
        SiteAddress pointer = address("b", Role.POINTER).pointingTo("https://elsewhere.example/");
        Chart chart = Chart.of(List.of(stand(pointer, State.OK)), List.of(), false, OptionalInt.empty(), 0);
        assertThat(only(chart, "harbor").ways()).isEmpty();
        assertThat(only(chart, "b").title()).isEqualTo("https://elsewhere.example/");
        assertThat(only(chart, "b").kind()).isEqualTo(Kind.ELSEWHERE);
    }

    @ParameterizedTest
    @CsvSource({"true, live", "false, not live"})
    void theHarborSaysWhichVersionItHoldsAndWhetherVisitorsGetIt(boolean live, String note) {
        Place harbor = only(Chart.of(List.of(), List.of(), live, OptionalInt.of(5), 0), "harbor");
        assertThat(harbor.version()).hasValue(5);
        assertThat(harbor.note()).isEqualTo(note);
    }

    @Test
    void trialsStandWithTheirVersionOrTheDraftAndNotWithWhatIsLive() {
        List<Chart.Stand> stands = List.of(
                stand(address("a", Role.TRIAL).trialOf(OptionalInt.of(2)), State.OK),
                stand(address("b", Role.TRIAL).trialOf(OptionalInt.of(2)), State.OK),
                stand(address("c", Role.TRIAL).trialOf(OptionalInt.of(5)), State.OK),
                stand(address("d", Role.TRIAL).trialOf(OptionalInt.empty()), State.OK));
        Chart chart = Chart.of(stands, List.of(), true, OptionalInt.of(5), 3);
        assertThat(chart.places())
                .extracting(Place::id, Place::note, place -> place.ways().size())
                .containsExactly(
                        tuple("harbor", "live", 0),
                        tuple("v2", "on trial", 2),
                        tuple("v5", "on trial", 1),
                        tuple("draft", "3 changes", 1));
    }

    @ParameterizedTest
    @CsvSource({"0, no changes", "1, 1 change", "2, 2 changes", "500, 500 changes"})
    void theDraftSaysWhatWaits(int changes, String note) {
        Chart.Stand trial = stand(address("d", Role.TRIAL), State.OK);
        assertThat(only(Chart.of(List.of(trial), List.of(), false, OptionalInt.empty(), changes), "draft")
                        .note())
                .isEqualTo(note);
    }

    @ParameterizedTest
    @CsvSource({
        "WHOLE, 0, 0, PROVEN, up to date",
        "WHOLE, 1, 0, PROVEN, but for 1 file",
        "WHOLE, 3, 0, PROVEN, but for 3 files",
        "WHOLE, 0, 1, PROVEN, 1 change behind",
        "WHOLE, 3, 12, PROVEN, 12 changes behind",
        "UNDER_WAY, 0, 3, WAITING, under way",
        "BROKEN, 0, 3, BROKEN, broke off",
        "EMPTY, 0, 0, OPEN, nothing there"
    })
    void aDestinationOnAHostIsDrawnAsItStands(
            Chart.HostStanding standing, int differingPaths, int behind, Chart.State way, String note) {
        Chart.HostStand host = new Chart.HostStand(
                "h", "old.example/trial/", "Quayside", standing, OptionalInt.of(2), differingPaths, behind);
        Place place = only(Chart.of(List.of(), List.of(host), true, OptionalInt.of(5), 0), "h");
        assertThat(place)
                .isEqualTo(new Place(
                        "h",
                        Kind.HOST,
                        "Quayside",
                        OptionalInt.of(2),
                        note,
                        List.of(new Way("h", "old.example/trial/", way, Optional.empty()))));
    }

    @Test
    void whatFailsStandsFirst() {
        List<Chart.Stand> stands = List.of(
                stand(address("a", Role.MAIN), State.OK),
                stand(address("b", Role.POINTER).pointingTo("https://elsewhere.example/"), State.FAILED),
                stand(address("c", Role.ALIAS), State.OK));
        Chart chart = Chart.of(stands, List.of(), true, OptionalInt.of(1), 0);
        assertThat(chart.places()).extracting(Place::id).containsExactly("b", "harbor");
        List<Chart.Stand> inside =
                List.of(stand(address("a", Role.MAIN), State.OK), stand(address("c", Role.ALIAS), State.FAILED));
        assertThat(only(Chart.of(inside, List.of(), true, OptionalInt.of(1), 0), "harbor")
                        .ways())
                .extracting(Way::from)
                .containsExactly("c", "a");
    }

    /** Whatever addresses there are: each leads to one place, no place is there twice, and none without a way but the harbor. */
    @Property
    void everyAddressLeadsToOnePlace(
            @ForAll @Size(max = 20) List<@IntRange(max = 19) Integer> kinds,
            @ForAll boolean live,
            @ForAll @IntRange(max = 4) int version) {
        List<Chart.Stand> stands = new ArrayList<>();
        for (int kind : kinds) {
            SiteAddress plain = address("a" + stands.size(), Role.values()[kind % 5]);
            SiteAddress address = plain.role() == Role.TRIAL
                    ? plain.trialOf(kind < 5 ? OptionalInt.empty() : OptionalInt.of(kind / 5))
                    : plain;
            stands.add(stand(address, State.values()[kind / 5]));
        }
        List<Chart.HostStand> hosts = new ArrayList<>();
        for (int kind : kinds.stream().limit(5).toList()) {
            hosts.add(new Chart.HostStand(
                    "h" + hosts.size(),
                    "seen",
                    "Host",
                    Chart.HostStanding.values()[kind % 4],
                    kind < 10 ? OptionalInt.empty() : OptionalInt.of(kind / 5),
                    kind % 3,
                    kind));
        }
        Chart chart = Chart.of(stands, hosts, live, version == 0 ? OptionalInt.empty() : OptionalInt.of(version), 3);
        assertThat(chart.places()).extracting(Place::id).doesNotHaveDuplicates();
        assertThat(chart.places())
                .allMatch(place -> place.kind() == Kind.HARBOR || !place.ways().isEmpty());
        List<String> from = chart.places().stream()
                .flatMap(place -> place.ways().stream().map(Way::from))
                .toList();
        List<String> expected =
                new ArrayList<>(stands.stream().map(each -> each.address().id()).toList());
        hosts.forEach(host -> expected.add(host.id()));
        assertThat(from).containsExactlyInAnyOrderElementsOf(expected);
    }
}
