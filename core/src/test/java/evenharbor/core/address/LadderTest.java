package evenharbor.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.address.Ladder.Hold;
import evenharbor.core.address.Ladder.State;
import evenharbor.core.address.Ladder.Visit;
import evenharbor.core.domain.Expected;
import evenharbor.core.domain.RecordSet;
import evenharbor.core.domain.Seen;
import evenharbor.core.domain.Sighting;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LadderTest {

    private static final Instant NOW = Instant.parse("2026-11-25T12:00:00Z");
    private static final HostName HOST = new HostName("www.papermoon.example");
    private static final HostName DOMAIN = new HostName("papermoon.example");
    private static final Seen SERVERS = new Seen.Records(List.of(), List.of("ns1.example"), 3600);
    private static final Seen HERE = new Seen.Records(List.of(), List.of("192.0.2.7"), 600);
    private static final Seen ELSEWHERE = new Seen.Records(List.of(), List.of("198.51.100.1"), 600);
    private static final Seen NONE = new Seen.NoData(300);
    private static final Visit GOOD = new Visit(true, true, "the page", "it came", "");
    private static final Visit BAD = new Visit(true, false, "the page", "another page", "Look again.");

    private static Sighting look(boolean own, Seen v4) {
        return new Sighting(own ? "ns1" : "resolver", own, v4, v4.conclusive() ? NONE : v4, NOW);
    }

    private static Ladder ladder(Hold hold, Seen delegation, List<Sighting> looks, List<Sighting> past, Visit visit) {
        RecordSet fix = new RecordSet(HOST.ascii(), "CNAME", 3600, List.of("visit.example."));
        RecordSet proof = new RecordSet("_harbor-proof.papermoon.example", "TXT", 3600, List.of("secret"));
        return Ladder.of(
                new Ladder.Sight(
                        HOST,
                        DOMAIN,
                        hold,
                        Optional.of(proof),
                        delegation,
                        new Expected(Set.of("192.0.2.7"), Set.of(), "visit.example"),
                        List.of(fix),
                        false,
                        looks,
                        past,
                        visit),
                NOW);
    }

    private static String states(Ladder ladder) {
        return String.join(
                " ", ladder.steps().stream().map(s -> s.state().name()).toList());
    }

    private static Seen seen(String word) {
        return switch (word) {
            case "here" -> HERE;
            case "elsewhere" -> ELSEWHERE;
            case "nx" -> new Seen.NoSuchName(List.of(), 300);
            case "silent" -> new Seen.NoAnswer();
            case "lame" -> new Seen.Lame();
            default -> SERVERS;
        };
    }

    @ParameterizedTest
    @CsvSource({
        "HARBOR, servers, here, here, good, OK OK OK OK",
        "PROVEN, servers, here, here, good, OK OK OK OK",
        "UNPROVEN, servers, here, here, good, FAILED OK OK NOT_YET",
        "LOST, servers, here, here, good, FAILED OK OK NOT_YET",
        "PROVEN, nx, here, here, good, OK FAILED NOT_YET NOT_YET",
        "PROVEN, silent, here, here, good, OK FAILED NOT_YET NOT_YET",
        "PROVEN, servers, elsewhere, here, good, OK OK FAILED NOT_YET",
        "PROVEN, servers, nx, nx, good, OK OK FAILED NOT_YET",
        "PROVEN, servers, lame, nx, good, OK OK FAILED NOT_YET",
        "PROVEN, servers, here, elsewhere, good, OK OK WAITING WAITING",
        "PROVEN, servers, here, nx, good, OK OK WAITING WAITING",
        "PROVEN, servers, here, silent, good, OK OK FAILED NOT_YET",
        "PROVEN, servers, here, here, bad, OK OK OK FAILED",
        "PROVEN, servers, here, here, none, OK OK OK NOT_YET",
    })
    void theStepsAreClimbedInOrder(
            Hold hold, String delegation, String own, String resolver, String visit, String wanted) {
        Visit seen = visit.equals("good") ? GOOD : visit.equals("bad") ? BAD : Visit.NONE;
        Ladder ladder = ladder(
                hold, seen(delegation), List.of(look(true, seen(own)), look(false, seen(resolver))), List.of(), seen);
        assertThat(states(ladder)).isEqualTo(wanted);
        ladder.steps().stream()
                .filter(s -> s.state() == State.FAILED)
                .forEach(s -> assertThat(s.todo()).endsWith("."));
    }

    @Test
    void waitingHasATimeWhichIsThatOfTheLastOldAnswer() {
        Sighting before = new Sighting("ns1", true, new Seen.NoSuchName(List.of(), 3600), NONE, NOW.minusSeconds(60));
        Ladder ladder =
                ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, ELSEWHERE)), List.of(before), GOOD);
        assertThat(ladder.hindrance().orElseThrow().until()).contains(NOW.plusSeconds(3540));
        assertThat(ladder.state()).isEqualTo(State.WAITING);
    }

    @Test
    void whatIsMissingComesWithTheExactRecord() {
        Ladder unproven = ladder(Hold.UNPROVEN, SERVERS, List.of(look(true, HERE)), List.of(), GOOD);
        assertThat(unproven.steps().get(0).records())
                .extracting(RecordSet::type)
                .containsExactly("TXT");
        Ladder wrong = ladder(Hold.PROVEN, SERVERS, List.of(look(true, ELSEWHERE)), List.of(), GOOD);
        assertThat(wrong.steps().get(2).records()).extracting(RecordSet::type).containsExactly("CNAME");
        Ladder silent = ladder(Hold.PROVEN, SERVERS, List.of(look(true, new Seen.NoAnswer())), List.of(), GOOD);
        assertThat(silent.steps().get(2).records()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"PT0S, PT30S", "PT9M, PT30S", "PT11M, PT5M", "PT25H, PT1H"})
    void whatFailsIsLookedAtLessAndLessOften(Duration sinceChange, Duration next) {
        Ladder ladder = ladder(Hold.PROVEN, SERVERS, List.of(look(true, ELSEWHERE)), List.of(), GOOD);
        assertThat(ladder.nextLook(sinceChange, NOW)).isEqualTo(next);
    }

    @Test
    void whatWorksIsLookedAtDailyAndWhatWaitsJustWhenItIsDue() {
        assertThat(ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, HERE)), List.of(), GOOD)
                        .nextLook(Duration.ZERO, NOW))
                .isEqualTo(Duration.ofDays(1));
        Sighting soon = new Sighting("r", false, new Seen.Records(List.of(), List.of("198.51.100.1"), 90), NONE, NOW);
        assertThat(ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), soon), List.of(), GOOD)
                        .nextLook(Duration.ZERO, NOW))
                .isEqualTo(Duration.ofSeconds(90));
        assertThat(ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, ELSEWHERE)), List.of(), GOOD)
                        .nextLook(Duration.ZERO, NOW))
                .isEqualTo(Duration.ofMinutes(10));
    }

    @Test
    void theChartSaysTheSame() {
        SiteAddress main = SiteAddress.of("a", HOST, "/", Role.MAIN);
        SiteAddress pointer = SiteAddress.of("b", DOMAIN, "/", Role.POINTER).pointingTo("https://elsewhere.example/");
        SiteAddress trial =
                SiteAddress.of("c", DOMAIN.below("next"), "/", Role.TRIAL).trialOf(OptionalInt.of(2));
        Chart chart = Chart.of(
                List.of(
                        new Chart.Stand(main, State.OK, Optional.empty()),
                        new Chart.Stand(pointer, State.FAILED, Optional.empty()),
                        new Chart.Stand(trial, State.WAITING, Optional.of(NOW))),
                true,
                OptionalInt.of(5),
                3);
        assertThat(chart.marks())
                .extracting(Chart.Mark::id)
                .containsExactly("a", "b", "c", "harbor", "to b", "v5", "v2", "draft");
        assertThat(chart.lines())
                .contains(
                        new Chart.Line("a", "harbor", Chart.Way.PROVEN, Optional.empty()),
                        new Chart.Line("b", "to b", Chart.Way.BROKEN, Optional.empty()),
                        new Chart.Line("c", "harbor", Chart.Way.WAITING, Optional.of(NOW)),
                        new Chart.Line("harbor", "v2", Chart.Way.PROVEN, Optional.empty()));
    }
}
