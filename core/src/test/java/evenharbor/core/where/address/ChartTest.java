package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import evenharbor.core.where.address.Chart.Column;
import evenharbor.core.where.address.Chart.Line;
import evenharbor.core.where.address.Chart.Mark;
import evenharbor.core.where.address.Chart.Way;
import evenharbor.core.where.address.Ladder.State;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
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

    private static Line line(String from, String to, Way way) {
        return new Line(from, to, way, Optional.empty());
    }

    @ParameterizedTest
    @CsvSource({"OK, PROVEN", "WAITING, WAITING", "FAILED, BROKEN", "NOT_YET, OPEN"})
    void aWayIsDrawnAsTheAddressStands(State state, Way way) {
        Chart chart = Chart.of(List.of(stand(address("a", Role.MAIN), state)), List.of(), true, OptionalInt.of(1), 0);
        Line line = chart.lines().get(0);
        assertThat(line.way()).isEqualTo(way);
        assertThat(line.until()).isEqualTo(state == State.WAITING ? Optional.of(LATER) : Optional.empty());
    }

    @Test
    void aPointerLeadsPastTheHarbor() {
        SiteAddress pointer = address("b", Role.POINTER).pointingTo("https://elsewhere.example/");
        Chart chart = Chart.of(List.of(stand(pointer, State.OK)), List.of(), false, OptionalInt.empty(), 0);
        assertThat(chart.lines()).containsExactly(line("b", "to b", Way.PROVEN));
        assertThat(chart.marks())
                .contains(new Mark("to b", Column.DESTINATION, "https://elsewhere.example/", "elsewhere"));
    }

    @Test
    void theVersionThatWasLiveIsShownWithAnOpenWay() {
        Chart chart = Chart.of(List.of(), List.of(), false, OptionalInt.of(5), 0);
        assertThat(chart.marks())
                .contains(
                        new Mark("harbor", Column.DESTINATION, "This harbor", "not live"),
                        new Mark("v5", Column.VERSION, "Version 5", "was live"));
        assertThat(chart.lines()).contains(line("harbor", "v5", Way.OPEN), line("v5", "draft", Way.OPEN));
    }

    @Test
    void trialsShowTheirVersionOnceOrTheDraft() {
        List<Chart.Stand> stands = List.of(
                stand(address("a", Role.TRIAL).trialOf(OptionalInt.of(2)), State.OK),
                stand(address("b", Role.TRIAL).trialOf(OptionalInt.of(2)), State.OK),
                stand(address("c", Role.TRIAL).trialOf(OptionalInt.of(5)), State.OK),
                stand(address("d", Role.TRIAL).trialOf(OptionalInt.empty()), State.OK));
        Chart chart = Chart.of(stands, List.of(), true, OptionalInt.of(5), 0);
        assertThat(chart.marks())
                .filteredOn(m -> m.column() == Column.VERSION)
                .extracting(Mark::id, Mark::note)
                .containsExactly(tuple("v5", "live"), tuple("v2", "on trial"));
        assertThat(chart.lines()).contains(line("harbor", "v2", Way.PROVEN), line("harbor", "draft", Way.PROVEN));
    }

    @ParameterizedTest
    @CsvSource({"0, no changes", "1, 1 change", "2, 2 changes", "500, 500 changes"})
    void theDraftSaysWhatWaits(int changes, String note) {
        Chart chart = Chart.of(List.of(), List.of(), false, OptionalInt.empty(), changes);
        assertThat(chart.marks()).contains(new Mark("draft", Column.DRAFT, "Draft", note));
    }

    private static Chart.HostStand host(
            Chart.HostStanding standing, OptionalInt currentVersion, int differingPaths, int behind) {
        return new Chart.HostStand(
                "h", "old.example/trial/", "Quayside", standing, currentVersion, differingPaths, behind);
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
            Chart.HostStanding standing, int differingPaths, int behind, Way way, String note) {
        Chart chart = Chart.of(
                List.of(),
                List.of(host(standing, OptionalInt.of(2), differingPaths, behind)),
                true,
                OptionalInt.of(5),
                0);
        assertThat(chart.marks())
                .contains(
                        new Mark("seen h", Column.ADDRESS, "old.example/trial/", "Quayside"),
                        new Mark("host h", Column.DESTINATION, "Quayside", note),
                        new Mark("v2", Column.VERSION, "Version 2", "sent"));
        assertThat(chart.lines())
                .contains(line("seen h", "host h", way), line("host h", "v2", way), line("v2", "draft", Way.OPEN));
    }

    @Test
    void aHostThatHoldsWhatIsLiveLeadsToTheSameVersion() {
        Chart chart = Chart.of(
                List.of(),
                List.of(host(Chart.HostStanding.WHOLE, OptionalInt.of(5), 0, 0)),
                true,
                OptionalInt.of(5),
                0);
        assertThat(chart.marks())
                .filteredOn(m -> m.column() == Column.VERSION)
                .extracting(Mark::note)
                .containsExactly("live");
        assertThat(chart.lines()).contains(line("host h", "v5", Way.PROVEN));
    }

    @Test
    void aHostThatHoldsNothingLeadsNowhere() {
        Chart chart = Chart.of(
                List.of(),
                List.of(host(Chart.HostStanding.EMPTY, OptionalInt.empty(), 0, 0)),
                false,
                OptionalInt.empty(),
                0);
        assertThat(chart.lines()).containsExactly(line("seen h", "host h", Way.OPEN));
    }

    /** Whatever addresses there are: each way has both its ends, no mark is there twice, and each address leads somewhere. */
    @Property
    void everyWayHasBothItsEnds(
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
        List<String> ids = chart.marks().stream().map(Mark::id).toList();
        assertThat(ids).doesNotHaveDuplicates();
        assertThat(chart.lines()).allSatisfy(l -> assertThat(ids).contains(l.from(), l.to()));
        Set<String> from = chart.lines().stream().map(Line::from).collect(Collectors.toSet());
        assertThat(stands).allSatisfy(s -> assertThat(from).contains(s.address().id()));
    }
}
