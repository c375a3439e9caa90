package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.certificate.CertificateLife.Action;
import evenharbor.core.where.certificate.CertificateLife.State;
import evenharbor.core.where.certificate.Hindrance.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class CertificateLifeTest {

    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    private static final String NAME = "papermoon.art.localhost";
    private static final Duration LIFE = Duration.ofDays(90);

    private static Holding holding(Instant from, boolean renews) {
        return new Holding(List.of(NAME), "Practice authority", from, from.plus(LIFE), renews);
    }

    private static Hindrance met(Kind kind) {
        return new Hindrance(kind, "Something is in the way.", Optional.empty(), NOW);
    }

    private static LifeEvent issued() {
        return new LifeEvent.Issued(holding(NOW, true));
    }

    /** A life in each state, all at the same time. */
    private static Map<State, CertificateLife> lives() {
        CertificateLife wanted = CertificateLife.of(NAME).on(new LifeEvent.TurnedOn(), NOW);
        CertificateLife secure = wanted.on(issued(), NOW);
        CertificateLife old = wanted.on(new LifeEvent.Issued(holding(NOW.minus(Duration.ofDays(91)), true)), NOW);
        Map<State, CertificateLife> lives = new LinkedHashMap<>();
        lives.put(State.OFF, CertificateLife.of(NAME));
        lives.put(State.WANTED, wanted);
        lives.put(State.ORDERING, wanted.on(new LifeEvent.Ordered("order/1"), NOW));
        lives.put(State.BLOCKED, wanted.on(new LifeEvent.Refused(met(Kind.CAA)), NOW));
        lives.put(State.SECURE, secure);
        lives.put(State.RENEWING, secure.on(new LifeEvent.Ordered("order/2"), NOW));
        lives.put(State.LATE, secure.on(new LifeEvent.Refused(met(Kind.NOT_REACHED)), NOW));
        lives.put(State.ENDING, wanted.on(new LifeEvent.Brought(holding(NOW, false)), NOW));
        lives.put(State.EXPIRED, old);
        return lives;
    }

    @ParameterizedTest
    @EnumSource(State.class)
    void everyStateCanBeComeBy(State state) {
        assertThat(lives().get(state).state(NOW)).isEqualTo(state);
    }

    /** For each event: the state it leads to from each state, in the order of the states. */
    static Stream<Arguments> events() {
        return Stream.of(
                // from:                       OFF WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED
                row(new LifeEvent.TurnedOn(), "WANTED WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED"),
                row(new LifeEvent.TurnedOff(), "OFF OFF OFF OFF OFF OFF OFF OFF OFF"),
                row(
                        new LifeEvent.Ordered("order/9"),
                        "OFF ORDERING ORDERING ORDERING RENEWING RENEWING RENEWING ENDING ORDERING"),
                row(new LifeEvent.StillOrdered(), "OFF WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED"),
                row(issued(), "OFF SECURE SECURE SECURE SECURE SECURE SECURE SECURE SECURE"),
                row(
                        new LifeEvent.Refused(met(Kind.FAILED)),
                        "OFF BLOCKED BLOCKED BLOCKED LATE LATE LATE ENDING EXPIRED"),
                row(
                        new LifeEvent.Advised(NOW.minusSeconds(60), NOW.minusSeconds(30), NOW.plusSeconds(3600)),
                        "OFF WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED"),
                row(
                        new LifeEvent.NotAdvised(NOW.plusSeconds(3600)),
                        "OFF WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED"),
                row(
                        new LifeEvent.Brought(holding(NOW, false)),
                        "ENDING ENDING ENDING ENDING ENDING ENDING ENDING ENDING ENDING"),
                row(new LifeEvent.Mended(), "OFF WANTED ORDERING BLOCKED SECURE RENEWING LATE ENDING EXPIRED"));
    }

    private static Arguments row(LifeEvent event, String states) {
        return Arguments.of(
                event, Stream.of(states.split(" ")).map(State::valueOf).toList());
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("events")
    void everyEventInEveryStateLeadsWhereItShould(LifeEvent event, List<State> wanted) {
        Map<State, CertificateLife> lives = lives();
        List<State> after = lives.values().stream()
                .map(life -> life.on(event, NOW).state(NOW))
                .toList();
        assertThat(after).isEqualTo(wanted);
        lives.forEach((state, life) -> {
            CertificateLife then = life.on(event, NOW);
            boolean ends = event instanceof LifeEvent.TurnedOff || event instanceof LifeEvent.Brought;
            if (!ends && life.held().isPresent() && !(event instanceof LifeEvent.Issued)) {
                assertThat(then.held())
                        .as("what is held is not lost in " + state)
                        .isEqualTo(life.held());
            }
            if (then.wanted() && then.state(NOW) != State.ENDING) {
                assertThat(then.next())
                        .as("something is due some time in " + state)
                        .isPresent();
            }
        });
    }

    @Test
    void whatIsDueFollowsFromTheState() {
        Map<State, CertificateLife> lives = lives();
        Instant later = NOW.plus(Duration.ofDays(2));
        Map<State, Action> due = new LinkedHashMap<>();
        lives.forEach((state, life) -> due.put(state, life.due(later)));
        assertThat(due)
                .isEqualTo(Map.of(
                        State.OFF, Action.NOTHING,
                        State.WANTED, Action.ORDER,
                        State.ORDERING, Action.GO_ON,
                        State.BLOCKED, Action.ORDER,
                        State.SECURE, Action.ASK_ADVICE,
                        State.RENEWING, Action.GO_ON,
                        State.LATE, Action.ASK_ADVICE,
                        State.ENDING, Action.NOTHING,
                        State.EXPIRED, Action.ORDER));
        lives.forEach((state, life) -> assertThat(life.due(NOW.minus(Duration.ofDays(400))))
                .as("nothing is due before its time in " + state)
                .isEqualTo(Action.NOTHING));
    }

    @Test
    void itIsRenewedAtTwoThirdsOfItsLifeEachNameAtATimeOfItsOwn() {
        Instant latest = NOW.plus(Duration.ofDays(60));
        List<Instant> times = Stream.of("a.example", "b.example", "c.example", "d.example")
                .map(name -> CertificateLife.of(name)
                        .on(new LifeEvent.TurnedOn(), NOW)
                        .on(issued(), NOW)
                        .renewAt()
                        .orElseThrow())
                .toList();
        assertThat(times)
                .doesNotHaveDuplicates()
                .allMatch(t -> !t.isAfter(latest) && !t.isBefore(latest.minus(Duration.ofHours(108))));
        CertificateLife life = lives().get(State.SECURE);
        assertThat(life.renewsBy()).contains(latest);
        assertThat(life.due(latest)).isEqualTo(Action.ORDER);
        assertThat(life.due(life.renewAt().orElseThrow().minusSeconds(1))).isEqualTo(Action.ASK_ADVICE);
    }

    @Test
    void theAuthoritysAdviceCountsForMore() {
        CertificateLife life = lives().get(State.SECURE);
        Instant from = NOW.plus(Duration.ofDays(3));
        Instant until = NOW.plus(Duration.ofDays(4));
        CertificateLife advised = life.on(new LifeEvent.Advised(from, until, NOW.plus(Duration.ofHours(6))), NOW);
        assertThat(advised.renewAt().orElseThrow()).isBetween(from, until);
        assertThat(advised.next()).contains(NOW.plus(Duration.ofHours(6)));
        CertificateLife atOnce = life.on(
                new LifeEvent.Advised(
                        NOW.minus(Duration.ofHours(2)), NOW.minus(Duration.ofHours(1)), NOW.plus(Duration.ofHours(6))),
                NOW);
        assertThat(atOnce.due(NOW)).isEqualTo(Action.ORDER);
    }

    @ParameterizedTest
    @EnumSource(Kind.class)
    void itIsTriedAgainEverMoreSeldomAndNeverHammered(Kind kind) {
        CertificateLife life = lives().get(State.WANTED);
        Instant at = NOW;
        Duration before = Duration.ZERO;
        for (int i = 0; i < 12; i++) {
            life = life.on(new LifeEvent.Refused(new Hindrance(kind, "x", Optional.empty(), at)), at);
            Duration pause = Duration.between(at, life.next().orElseThrow());
            assertThat(pause).isGreaterThanOrEqualTo(Duration.ofMinutes(1)).isLessThan(Duration.ofHours(27));
            assertThat(pause).isGreaterThanOrEqualTo(before.multipliedBy(8).dividedBy(10));
            before = pause;
            at = life.next().orElseThrow();
        }
    }

    @Test
    void anAuthoritysTimeToWaitIsKeptTo() {
        Instant until = NOW.plus(Duration.ofDays(3));
        CertificateLife life = lives().get(State.WANTED)
                .on(new LifeEvent.Refused(new Hindrance(Kind.RATE_LIMITED, "x", Optional.of(until), NOW)), NOW);
        assertThat(life.next().orElseThrow()).isAfterOrEqualTo(until);
        assertThat(life.on(new LifeEvent.Mended(), NOW.plusSeconds(900)).next())
                .as("nobody can mend that")
                .isEqualTo(life.next());
    }

    @Test
    void whatAPersonMendedIsTriedSoonButNotInAHurry() {
        CertificateLife life = lives().get(State.BLOCKED);
        assertThat(life.on(new LifeEvent.Mended(), NOW.plusSeconds(1)).next())
                .contains(NOW.plus(Duration.ofMinutes(5)));
        Instant later = NOW.plus(Duration.ofMinutes(30));
        assertThat(life.on(new LifeEvent.Mended(), later).next()).contains(later);
    }

    @Test
    void aPersonIsWarnedOnlyWhileItIsLateOrEnds() {
        CertificateLife late = lives().get(State.LATE);
        CertificateLife brought = lives().get(State.ENDING);
        Instant end = NOW.plus(LIFE);
        for (CertificateLife life : List.of(late, brought)) {
            assertThat(life.warning(end.minus(Duration.ofDays(15)))).isEmpty();
            assertThat(life.warning(end.minus(Duration.ofDays(14)))).hasValue(14);
            assertThat(life.warning(end.minus(Duration.ofDays(5)))).hasValue(7);
            assertThat(life.warning(end.minus(Duration.ofDays(2)))).hasValue(3);
            assertThat(life.warning(end.minus(Duration.ofHours(1)))).hasValue(1);
        }
        assertThat(lives().get(State.SECURE).warning(end.minus(Duration.ofHours(1))))
                .isEmpty();
    }

    @Test
    void aWildcardStandsForOneLabel() {
        Holding wild = new Holding(List.of("*.a.example"), "x", NOW, NOW.plus(LIFE), true);
        assertThat(List.of("b.a.example", "a.example", "c.b.a.example", "b.a.example.org").stream()
                        .filter(wild::covers)
                        .toList())
                .containsExactly("b.a.example");
    }

    @Test
    void whatAPersonMendedWaitsForTheTimeThatTheAuthoritySet() {
        Instant told = NOW.plus(Duration.ofHours(1));
        CertificateLife life = lives().get(State.WANTED)
                .on(new LifeEvent.Refused(new Hindrance(Kind.CAA, "x", Optional.of(told), NOW)), NOW);
        assertThat(life.on(new LifeEvent.Mended(), NOW.plus(Duration.ofMinutes(10)))
                        .next())
                .contains(told);
        CertificateLife earlier = lives().get(State.WANTED)
                .on(
                        new LifeEvent.Refused(
                                new Hindrance(Kind.CAA, "x", Optional.of(NOW.plus(Duration.ofMinutes(1))), NOW)),
                        NOW);
        assertThat(earlier.on(new LifeEvent.Mended(), NOW.plusSeconds(90)).next())
                .as("no sooner than after a rest")
                .contains(NOW.plus(Duration.ofMinutes(5)));
        assertThat(life.on(new LifeEvent.Ordered("order/3"), NOW)
                        .on(new LifeEvent.Mended(), NOW.plus(Duration.ofDays(1)))
                        .next())
                .as("an order that runs goes on as it does")
                .isEqualTo(life.on(new LifeEvent.Ordered("order/3"), NOW).next());
    }

    @Test
    void theTimesOfTriesAreSpreadByAtMostATenth() {
        for (int i = 0; i < 200; i++) {
            CertificateLife life = CertificateLife.of("n" + i + ".example").on(new LifeEvent.TurnedOn(), NOW);
            for (int failures = 1; failures < 5; failures++) {
                life = life.on(new LifeEvent.Refused(met(Kind.FAILED)), NOW);
                Duration pause = Kind.FAILED.pause(failures);
                assertThat(Duration.between(NOW, life.next().orElseThrow()))
                        .isBetween(pause, pause.plus(pause.dividedBy(10)));
            }
        }
    }

    @ParameterizedTest
    @EnumSource(Kind.class)
    void eachReasonSaysWhatToDoAndWaitsThreeTimesAsLongEachTimeToALimit(Kind kind) {
        assertThat(kind.todo()).endsWith(".");
        Duration longest = kind.pause(50);
        assertThat(kind.pause(1)).isLessThan(longest);
        for (int failures = 1; failures < 9; failures++) {
            Duration tripled = kind.pause(failures).multipliedBy(3);
            assertThat(kind.pause(failures + 1)).isEqualTo(tripled.compareTo(longest) < 0 ? tripled : longest);
        }
    }

    @Test
    void anAdvisedWindowIsUsedOverItsWholeWidth() {
        Instant until = NOW.plus(Duration.ofHours(10));
        long[] hours = new long[10];
        for (int i = 0; i < 500; i++) {
            Instant at = RenewalPlan.byAdvice("n" + i + ".example", NOW, until);
            assertThat(at).isBetween(NOW, until);
            hours[(int) Math.min(9, Duration.between(NOW, at).toHours())]++;
        }
        assertThat(Arrays.stream(hours).min().orElseThrow()).isGreaterThan(15);
        assertThat(RenewalPlan.byAdvice(NAME, NOW, NOW)).isEqualTo(NOW);
        assertThat(RenewalPlan.byAdvice(NAME, NOW, NOW.minusSeconds(9))).isEqualTo(NOW);
        assertThat(RenewalPlan.byAdvice(NAME, NOW, NOW.plusMillis(1))).isBetween(NOW, NOW.plusMillis(1));
    }

    @Test
    void aHostNameThatBeginsWithADotIsNoName() {
        assertThat(Holding.covers("*.a.example", ".a.example")).isFalse();
        assertThat(Holding.covers("*.a.example", "*.a.example")).isTrue();
    }
}
