package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.AddressSight.Hold;
import evenharbor.core.where.address.AddressSight.Visit;
import evenharbor.core.where.address.Ladder.State;
import evenharbor.core.where.domain.Expected;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
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
    private static final Visit BAD = new Visit(true, false, "the page", "another page", "Check again.");

    private static Sighting look(boolean own, Seen v4) {
        return new Sighting(own ? "ns1" : "resolver", own, v4, v4.conclusive() ? NONE : v4, NOW);
    }

    private static Ladder ladder(Hold hold, Seen delegation, List<Sighting> looks, List<Sighting> past, Visit visit) {
        RecordSet fix = new RecordSet(HOST.ascii(), "CNAME", 3600, List.of("visit.example."));
        RecordSet proof = new RecordSet("_harbor-proof.papermoon.example", "TXT", 3600, List.of("secret"));
        return Ladder.of(
                new AddressSight(
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
                        visit,
                        Optional.empty()),
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
    @CsvSource({"PT0S, PT1S", "PT0.4S, PT1S", "PT8S, PT8S", "PT9M, PT30S", "PT11M, PT5M", "PT25H, PT1H"})
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

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "HARBOR | 0 | a name on this harbor",
                "UNPROVEN | 0 | only the owner of papermoon.example",
                "LOST | 0 | the domain papermoon.example",
                "PROVEN | 1 | name servers for papermoon.example",
                "PROVEN | 2 | an alias of visit.example, or 192.0.2.7",
            })
    void eachStepSaysWhatWasExpected(Hold hold, int step, String words) {
        Ladder ladder = ladder(hold, SERVERS, List.of(look(true, HERE), look(false, HERE)), List.of(), GOOD);
        assertThat(ladder.steps().get(step).expected()).contains(words);
    }

    @Test
    void whatWasSeenNamesWhoWasAsked() {
        Ladder waiting =
                ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, ELSEWHERE)), List.of(), GOOD);
        assertThat(waiting.steps().get(2).seen()).isEqualTo("right at ns1; resolver still says: 198.51.100.1");
        assertThat(waiting.steps().get(2).from()).isEqualTo("ns1, resolver");
        Ladder lame = ladder(Hold.PROVEN, SERVERS, List.of(look(true, new Seen.Lame())), List.of(), GOOD);
        assertThat(lame.steps().get(2).from()).isEqualTo("ns1");
        assertThat(lame.steps().get(2).todo()).contains("registrar");
    }

    @Test
    void whenOldAnswersHaveEndedTheResolverThatKeepsOneIsToBlame() {
        Sighting stale = new Sighting(
                "resolver", false, new Seen.Records(List.of(), List.of("198.51.100.1"), 0), NONE, NOW.minusSeconds(5));
        Ladder ladder = ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), stale), List.of(), GOOD);
        assertThat(states(ladder)).isEqualTo("OK OK FAILED NOT_YET");
        assertThat(ladder.steps().get(2).todo()).contains("longer than it may");
        Ladder silent = ladder(
                Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, new Seen.NoAnswer())), List.of(), GOOD);
        assertThat(silent.steps().get(2).todo()).contains("does not answer as it should");
    }

    @Test
    void aNumberOfTheSecondSortAloneIsShown() {
        Sighting six =
                new Sighting("ns1", true, NONE, new Seen.Records(List.of(), List.of("2001:db8:0:0:0:0:0:7"), 60), NOW);
        Ladder ladder = Ladder.of(
                new AddressSight(
                        HOST,
                        DOMAIN,
                        Hold.PROVEN,
                        Optional.empty(),
                        SERVERS,
                        new Expected(Set.of("192.0.2.7"), Set.of("2001:db8:0:0:0:0:0:7"), "visit.example"),
                        List.of(),
                        true,
                        List.of(six),
                        List.of(),
                        GOOD,
                        Optional.empty()),
                NOW);
        assertThat(ladder.state()).isEqualTo(State.OK);
        assertThat(ladder.steps().get(0).seen()).isEqualTo("registered by you");
        assertThat(ladder.steps().get(2).seen()).isEqualTo("2001:db8:0:0:0:0:0:7");
    }

    @Test
    void inAZoneOfOursTheRecordsInTheWayAreNamed() {
        Ladder ladder = Ladder.of(
                new AddressSight(
                        HOST,
                        DOMAIN,
                        Hold.PROVEN,
                        Optional.empty(),
                        SERVERS,
                        new Expected(Set.of("192.0.2.7"), Set.of(), "visit.example"),
                        List.of(),
                        true,
                        List.of(look(true, ELSEWHERE)),
                        List.of(),
                        GOOD,
                        Optional.empty()),
                NOW);
        assertThat(ladder.hindrance().orElseThrow().todo()).contains("The zone is here");
    }

    @Test
    void aSiteThatIsNotLiveSaysWhatToDoOnceTheRestIsDone() {
        Visit notLive = new Visit(false, false, "the site", "nothing here", "Put the site live.");
        Ladder ready = ladder(Hold.PROVEN, SERVERS, List.of(look(true, HERE), look(false, HERE)), List.of(), notLive);
        assertThat(ready.steps().get(3).state()).isEqualTo(State.NOT_YET);
        assertThat(ready.steps().get(3).todo()).isEqualTo("Put the site live.");
        Ladder before = ladder(Hold.PROVEN, SERVERS, List.of(look(true, ELSEWHERE)), List.of(), notLive);
        assertThat(before.steps().get(3).todo()).isEqualTo("The step before comes first.");
    }

    @Test
    void withoutAServerToAskNothingIsClaimed() {
        Ladder ladder = ladder(Hold.PROVEN, SERVERS, List.of(), List.of(), GOOD);
        assertThat(ladder.steps().get(2).seen()).isEqualTo("nobody to ask");
        assertThat(ladder.state()).isEqualTo(State.FAILED);
    }
}
