package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.domain.DomainLife.Action;
import evenharbor.core.where.domain.DomainLife.State;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class DomainLifeTest {

    private static final Instant NOW = Instant.parse("2026-11-28T12:00:00Z");
    private static final Instant END = NOW.plus(Duration.ofDays(300));
    private static final Instant SOON = NOW.plus(Duration.ofDays(10));
    private static final Instant LATER = END.plus(Duration.ofDays(365));

    private static DomainLife after(Object... events) {
        DomainLife life = DomainLife.searched(NOW);
        for (Object event : events) {
            life = life.on((DomainEvent) event, NOW);
        }
        return life;
    }

    private static final DomainEvent ASKED = new DomainEvent.RegistrationAsked();
    private static final DomainEvent BROUGHT = new DomainEvent.Brought();
    private static final DomainEvent SEEN = new DomainEvent.ProofSeen();
    private static final DomainEvent MISSING = new DomainEvent.ProofMissing();
    private static final DomainEvent UNKNOWN = new DomainEvent.ProofUnknown();
    private static final DomainEvent NOT_OURS = new DomainEvent.NotOurs();
    private static final DomainEvent GIVEN_UP = new DomainEvent.GivenUp();
    private static final DomainEvent LOOKED = new DomainEvent.Looked();
    private static final DomainEvent FAILED = new DomainEvent.Failed("The registry does not answer.");

    private static DomainEvent until(Instant end) {
        return new DomainEvent.Registered(end);
    }

    /** A life in each state, all at the same time. */
    private static Map<State, DomainLife> lives() {
        Map<State, DomainLife> lives = new EnumMap<>(State.class);
        lives.put(State.SEARCHED, after());
        lives.put(State.REGISTERING, after(ASKED));
        lives.put(State.HELD, after(ASKED, until(END)));
        lives.put(State.RENEWAL_DUE, after(ASKED, until(SOON)));
        lives.put(State.ENDED, after(ASKED, until(SOON), NOT_OURS));
        lives.put(State.GIVEN_UP, after(ASKED, until(END), GIVEN_UP));
        lives.put(State.BROUGHT, after(BROUGHT));
        lives.put(State.VERIFIED, after(BROUGHT, SEEN));
        lives.put(State.VERIFICATION_DUE, after(BROUGHT, SEEN, MISSING));
        lives.put(State.LOST, after(BROUGHT, new DomainEvent.TakenOver()));
        return lives;
    }

    @ParameterizedTest
    @EnumSource(State.class)
    void everyStateCanBeComeBy(State state) {
        assertThat(lives().get(state).state(NOW)).isEqualTo(state);
    }

    /** For each event: the state it leads to from each state, in the order of the states; = where nothing changes. */
    static Stream<Arguments> events() {
        return Stream.of(
                // from:      SEARCHED    REGISTERING HELD     RENEWAL_DUE ENDED    GIVEN_UP BROUGHT  VERIFIED
                // VERIFICATION_DUE LOST
                row(
                        ASKED,
                        "  REGISTERING =           =        =           REGISTERING =     REGISTERING =     =           REGISTERING"),
                row(
                        until(LATER),
                        "=       HELD        HELD     HELD        HELD     =        =        =        =           ="),
                row(
                        until(END),
                        " =        HELD        =        HELD        HELD     =        =        =        =           ="),
                row(
                        NOT_OURS,
                        " =          SEARCHED    ENDED    ENDED       =        SEARCHED =        =        =           ="),
                row(
                        FAILED,
                        "   =          REGISTERING HELD     RENEWAL_DUE =        GIVEN_UP =        =        =           ="),
                row(
                        new DomainEvent.Kept("No."),
                        "= =     =        =           =        HELD     =        =        =           ="),
                row(
                        new DomainEvent.RenewalSet(false),
                        "= = HELD  RENEWAL_DUE =        =        =        =        =           ="),
                row(
                        GIVEN_UP,
                        " SEARCHED   =           GIVEN_UP GIVEN_UP    SEARCHED =        SEARCHED SEARCHED SEARCHED    SEARCHED"),
                row(
                        BROUGHT,
                        "  BROUGHT    =           =        =           BROUGHT  =        =        =        =           BROUGHT"),
                row(
                        SEEN,
                        "     =          =           =        =           =        =        VERIFIED VERIFIED VERIFIED    VERIFIED"),
                row(
                        MISSING,
                        "  =          =           =        =           =        =        BROUGHT  VERIFICATION_DUE VERIFICATION_DUE ="),
                row(
                        UNKNOWN,
                        "  =          =           =        =           =        =        BROUGHT  VERIFIED VERIFICATION_DUE ="),
                row(
                        new DomainEvent.TakenOver(),
                        "= =     =        =           =        =        LOST     =        LOST        ="),
                row(
                        new DomainEvent.Told(7),
                        "= =         HELD     RENEWAL_DUE =        =        =        VERIFIED VERIFICATION_DUE ="));
    }

    private static Arguments row(DomainEvent event, String states) {
        return Arguments.of(event, List.of(states.strip().split(" +")));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("events")
    void everyEventInEveryStateLeadsWhereItShould(DomainEvent event, List<String> wanted) {
        Map<State, DomainLife> lives = lives();
        assertThat(wanted).hasSameSizeAs(lives.keySet());
        List<String> after = lives.values().stream()
                .map(life -> {
                    DomainLife then = life.on(event, NOW);
                    return then.equals(life) ? "=" : then.state(NOW).name();
                })
                .toList();
        // A date that the registry has already told changes only when it is looked at again.
        List<String> expected = event.equals(until(END)) ? replaced(wanted, State.HELD, "HELD") : wanted;
        assertThat(named(after, lives)).isEqualTo(named(expected, lives));
        lives.values().stream().map(life -> life.on(event, NOW)).forEach(DomainLifeTest::neverForgotten);
    }

    private static List<String> replaced(List<String> states, State at, String by) {
        List<String> copy = new java.util.ArrayList<>(states);
        copy.set(at.ordinal(), by);
        return copy;
    }

    private static Map<State, String> named(List<String> states, Map<State, DomainLife> lives) {
        Map<State, String> named = new EnumMap<>(State.class);
        lives.keySet().forEach(from -> {
            String to = states.get(from.ordinal());
            named.put(from, to.equals("=") ? from.name() : to);
        });
        return named;
    }

    private static void neverForgotten(DomainLife life) {
        boolean atRest = List.of(State.SEARCHED, State.ENDED, State.LOST).contains(life.state(NOW));
        assertThat(life.next().isPresent())
                .as("something is due some time: %s", life)
                .isNotEqualTo(atRest);
    }

    @Test
    void whatIsDueFollowsFromTheState() {
        Map<State, Action> due = new EnumMap<>(State.class);
        lives().forEach((state, life) -> due.put(state, life.due(NOW.plus(Duration.ofDays(2)))));
        assertThat(due)
                .isEqualTo(Map.of(
                        State.SEARCHED, Action.NOTHING,
                        State.REGISTERING, Action.FIND,
                        State.HELD, Action.NOTHING,
                        State.RENEWAL_DUE, Action.RENEW,
                        State.ENDED, Action.NOTHING,
                        State.GIVEN_UP, Action.RELEASE,
                        State.BROUGHT, Action.VERIFY,
                        State.VERIFIED, Action.VERIFY,
                        State.VERIFICATION_DUE, Action.VERIFY,
                        State.LOST, Action.NOTHING));
        lives().forEach((state, life) -> assertThat(life.due(NOW.minusSeconds(1)))
                .as("nothing is due before its time in " + state)
                .isEqualTo(Action.NOTHING));
    }

    @Test
    void whoCanTellThatItIsTheirs() {
        assertThat(lives().entrySet().stream()
                        .filter(e -> e.getValue().certain())
                        .map(Map.Entry::getKey))
                .containsExactly(State.HELD, State.RENEWAL_DUE, State.GIVEN_UP, State.VERIFIED, State.VERIFICATION_DUE);
        assertThat(lives().entrySet().stream()
                        .filter(e -> e.getValue().reserved() && !e.getValue().certain())
                        .map(Map.Entry::getKey))
                .containsExactly(State.REGISTERING);
        assertThat(lives().entrySet().stream()
                        .filter(e -> e.getValue().registeredHere())
                        .map(Map.Entry::getKey))
                .containsExactly(State.REGISTERING, State.HELD, State.RENEWAL_DUE, State.ENDED, State.GIVEN_UP);
    }

    @Test
    void aRegistrationUnderWayIsNotAskedAboutWhileItsLeaseRuns() {
        DomainLife life = after(ASKED);
        assertThat(life.due(NOW.plusSeconds(59))).isEqualTo(Action.NOTHING);
        assertThat(life.due(NOW.plusSeconds(60))).isEqualTo(Action.FIND);
        DomainLife failed = life.on(FAILED, NOW.plusSeconds(60));
        assertThat(failed.trouble()).isEqualTo("The registry does not answer.");
        assertThat(failed.next()).contains(NOW.plusSeconds(120));
    }

    @Test
    void aRegistrationThatEndedBeforeAndIsNotHadAgainHasStillEnded() {
        DomainLife again = lives().get(State.ENDED).on(ASKED, NOW);
        assertThat(again.on(NOT_OURS, NOW).state(NOW)).isEqualTo(State.ENDED);
        assertThat(again.on(until(LATER), NOW).expiresAt()).contains(LATER);
    }

    @Test
    void oneThatDoesNotRenewItselfEndsOnItsDayThoughTheRegistryKeepsIt() {
        DomainLife life = after(ASKED, until(SOON)).on(new DomainEvent.RenewalSet(false), NOW);
        assertThat(life.due(SOON.minusSeconds(1))).isEqualTo(Action.NOTHING);
        assertThat(life.due(SOON)).isEqualTo(Action.CONFIRM_END);
        assertThat(life.on(until(SOON), SOON.minusSeconds(1)).state(NOW)).isEqualTo(State.RENEWAL_DUE);
        assertThat(life.on(until(SOON), SOON).state(SOON)).isEqualTo(State.ENDED);
        assertThat(life.on(until(LATER), SOON).state(SOON)).isEqualTo(State.HELD);
        assertThat(life.on(LOOKED, SOON.minusSeconds(30)).next()).contains(SOON);
        assertThat(life.on(LOOKED, NOW).next()).contains(NOW.plus(Duration.ofHours(12)));
    }

    @ParameterizedTest
    @CsvSource({"0, PT10S", "1, PT1M", "2, PT5M", "3, PT15M", "4, PT1H", "9, PT1H"})
    void lettingGoIsAskedForEverMoreSeldom(int failures, Duration pause) {
        DomainLife life = lives().get(State.GIVEN_UP);
        for (int i = 0; i <= failures; i++) {
            life = life.on(FAILED, NOW);
        }
        assertThat(life.next()).contains(NOW.plus(pause));
        assertThat(life.on(new DomainEvent.Kept("It is locked."), NOW).trouble())
                .isEqualTo("It is locked.");
    }

    @Test
    void aVerifiedOneIsLostOnlyWhenDnsSaysSoAtTheEndOfItsGrace() {
        Instant end = NOW.plus(DomainLife.VERIFICATION_GRACE);
        DomainLife life = lives().get(State.VERIFICATION_DUE);
        assertThat(life.endsUnlessSomethingIsDone(NOW)).contains(end);
        assertThat(life.next()).contains(NOW.plus(Duration.ofHours(1)));
        assertThat(life.on(MISSING, end.minusSeconds(60)).next()).contains(end);
        assertThat(life.on(UNKNOWN, end.plusSeconds(60)).state(end)).isEqualTo(State.VERIFICATION_DUE);
        assertThat(life.on(MISSING, end).state(end)).isEqualTo(State.LOST);
        DomainLife again = life.on(SEEN, end);
        assertThat(again.missingSince()).isEmpty();
        assertThat(again.next()).contains(end.plus(Duration.ofDays(1)));
        assertThat(again.since()).isEqualTo(life.since());
    }

    @Test
    void theProofOfAClaimIsLookedForLessAndLessAndNotForEver() {
        DomainLife life = after(BROUGHT);
        assertThat(life.due(NOW)).isEqualTo(Action.VERIFY);
        Instant at = NOW;
        int looks = 0;
        Duration before = Duration.ZERO;
        while (life.state(at) == State.BROUGHT) {
            life = life.on(looks % 3 == 1 ? UNKNOWN : MISSING, at);
            Duration pause = Duration.between(at, life.next().orElse(at.plus(before)));
            assertThat(pause).isGreaterThanOrEqualTo(before);
            before = pause;
            at = at.plus(pause);
            looks++;
        }
        assertThat(life.state(at)).isEqualTo(State.LOST);
        assertThat(Duration.between(NOW, at))
                .isBetween(DomainLife.CLAIM_PATIENCE, DomainLife.CLAIM_PATIENCE.plusDays(3));
        assertThat(looks).isLessThan(1_500);
    }

    @Test
    void noticesComeOnceEachAndOnlyWhileSomethingMustBeDone() {
        DomainLife renews = after(ASKED, until(SOON));
        assertThat(renews.notice(NOW)).as("it renews itself").isEmpty();
        assertThat(renews.on(FAILED, NOW).notice(NOW)).hasValue(30);
        DomainLife ends = renews.on(new DomainEvent.RenewalSet(false), NOW);
        assertThat(ends.notice(NOW)).hasValue(30);
        DomainLife told = ends.on(new DomainEvent.Told(30), NOW);
        assertThat(told.notice(NOW)).isEmpty();
        assertThat(told.notice(SOON.minus(Duration.ofDays(7)).minusSeconds(1))).isEmpty();
        assertThat(told.notice(SOON.minus(Duration.ofDays(7)))).hasValue(7);
        assertThat(told.on(new DomainEvent.Told(7), NOW).notice(SOON.minusSeconds(1)))
                .hasValue(1);
        assertThat(told.on(until(LATER), NOW).toldDays()).isZero();
        DomainLife missing = lives().get(State.VERIFICATION_DUE);
        assertThat(missing.notice(NOW)).hasValue(30);
        assertThat(lives().get(State.VERIFIED).notice(NOW)).isEmpty();
    }
}
