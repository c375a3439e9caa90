package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.DomainLife.State;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Ten years of a hundred domains: a registry that is away for days, does what it was asked and breaks off before it says
 * so, refuses, and hands names to others; DNS that forgets proofs and is silent; people who let go, come back and change
 * their minds.
 */
class TenYearsOfDomainsTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Instant STOP = START.plus(Duration.ofDays(3653));
    private static final Duration STEP = Duration.ofHours(1);
    private static final Duration YEAR = Duration.ofDays(365);
    private static final Duration REGISTRY_GRACE = Duration.ofDays(30);
    private static final int DOMAINS = 100;

    /** What the registry really has: until when, and whether it is ours. */
    private record Entry(Instant expires, boolean ours) {}

    /** The registry asked, and the answer lost or not there. */
    private static final class Silence extends Exception {}

    private final Map<Integer, Entry> registry = new HashMap<>();
    private final Map<Integer, List<Instant>> paid = new HashMap<>();
    private final Map<Integer, Boolean> proof = new HashMap<>();
    private final Map<Integer, Instant> proofChanged = new HashMap<>();
    private final Map<Integer, Set<Integer>> notices = new HashMap<>();
    private final Set<Integer> wentBackOn = new HashSet<>();
    private Random random;
    private boolean away;
    private long asked;

    @ParameterizedTest(name = "seed {0}")
    @ValueSource(longs = {1, 2})
    void whatIsPaidIsKnownWhatRenewsItselfIsKeptAndWhatIsOthersIsNotServed(long seed) {
        random = new Random(seed);
        DomainLife[] lives = new DomainLife[DOMAINS];
        Set<State> met = new HashSet<>();
        for (int i = 0; i < DOMAINS; i++) {
            lives[i] = DomainLife.searched(START);
        }
        Instant awayUntil = START;
        Instant upSince = START;
        for (Instant now = START; now.isBefore(STOP); now = now.plus(STEP)) {
            if (away && !now.isBefore(awayUntil)) {
                away = false;
                upSince = now;
            } else if (!away && random.nextInt(24 * 60) == 0) {
                away = true;
                awayUntil = now.plus(Duration.ofHours(1 + random.nextInt(8 * 24)));
            }
            tidy(now);
            for (int i = 0; i < DOMAINS; i++) {
                DomainLife before = lives[i];
                lives[i] = watched(i, people(i, before, now), now);
                met.add(lives[i].state(now));
                hold(i, lives[i], now, upSince);
            }
        }
        assertThat(met).containsExactlyInAnyOrder(State.values());
        for (int i = 0; i < DOMAINS; i++) {
            List<Instant> times = paid.getOrDefault(i, List.of());
            for (int k = 1; k < times.size(); k++) {
                if (!wentBackOn.contains(i)) {
                    assertThat(Duration.between(times.get(k - 1), times.get(k)))
                            .as("no year is paid twice for %d", i)
                            .isGreaterThan(Duration.ofDays(340));
                }
            }
        }
        assertThat(paid.values().stream().mapToInt(List::size).sum()).isGreaterThan(DOMAINS * 3);
        assertThat(asked).as("the registry is not hammered").isLessThan(DOMAINS * 10L * 40);
    }

    /** A name that ended is kept by the registry for a while, then free; now and then someone else takes it. */
    private void tidy(Instant now) {
        registry.entrySet()
                .removeIf(e -> e.getValue().ours()
                        && e.getValue().expires().plus(REGISTRY_GRACE).isBefore(now));
    }

    private DomainLife people(int i, DomainLife life, Instant now) {
        boolean brings = i % 3 == 0;
        if (random.nextInt(24 * 90) == 0) {
            proof.put(i, !proof.getOrDefault(i, false));
            proofChanged.put(i, now);
        }
        if (random.nextInt(24 * 30) != 0) {
            return life;
        }
        int what = random.nextInt(20);
        if (life.stage() == Stage.SEARCHED || life.stage() == Stage.ENDED || life.stage() == Stage.LOST) {
            return brings ? life.on(new DomainEvent.Brought(), now) : register(i, life, now);
        }
        if (what == 0) {
            wentBackOn.add(i);
            return life.on(new DomainEvent.GivenUp(), now);
        }
        if (what == 1 && life.stage() == Stage.HELD) {
            return life.on(new DomainEvent.RenewalSet(!life.autoRenew()), now);
        }
        if (what == 2 && life.stage() == Stage.HELD && !away) {
            // Moved to another registrar by someone: the registry has it, and not under our name.
            wentBackOn.add(i);
            registry.put(i, new Entry(now.plus(YEAR), false));
        }
        if (what == 3 && life.stage() == Stage.REGISTERING) {
            return register(i, life, now);
        }
        return life;
    }

    /** As a person's request does it: the row first, then the registry, of which the answer may be lost. */
    private DomainLife register(int i, DomainLife life, Instant now) {
        Entry there = registry.get(i);
        if (away || (there != null && !there.ours() && random.nextInt(3) > 0)) {
            return life;
        }
        if (there != null && !there.ours()) {
            registry.remove(i);
        }
        DomainLife begun = life.on(new DomainEvent.RegistrationAsked(), now);
        if (begun.equals(life) || there != null && there.ours()) {
            return begun;
        }
        try {
            reach();
            registry.put(i, new Entry(now.plus(YEAR), true));
            pay(i, now);
            answer();
            return begun.on(new DomainEvent.Registered(now.plus(YEAR)), now);
        } catch (Silence e) {
            return begun;
        }
    }

    private void pay(int i, Instant now) {
        paid.computeIfAbsent(i, x -> new ArrayList<>()).add(now);
    }

    private void reach() throws Silence {
        asked++;
        if (away) {
            throw new Silence();
        }
    }

    private void answer() throws Silence {
        if (random.nextInt(8) == 0) {
            throw new Silence();
        }
    }

    /** As the watch does it. */
    private DomainLife watched(int i, DomainLife life, Instant now) {
        OptionalInt notice = life.notice(now);
        if (notice.isPresent()) {
            assertThat(notices.computeIfAbsent(i, x -> new HashSet<>()).add(notice.getAsInt()))
                    .as("each notice once: %d days of %d at %s", notice.getAsInt(), i, now)
                    .isTrue();
            life = life.on(new DomainEvent.Told(notice.getAsInt()), now);
        }
        DomainLife then = acted(i, life, now);
        if (then.toldDays() == 0) {
            notices.remove(i);
        }
        return then;
    }

    private DomainLife acted(int i, DomainLife life, Instant now) {
        try {
            return switch (life.due(now)) {
                case NOTHING ->
                    life.stage() == Stage.HELD && !now.isBefore(life.next().orElseThrow())
                            ? life.on(new DomainEvent.Looked(), now)
                            : life;
                case FIND, CONFIRM_END -> life.on(found(i), now);
                case RENEW -> renew(i, life, now);
                case RELEASE -> {
                    reach();
                    Entry there = registry.get(i);
                    if (there != null && there.ours() && random.nextInt(5) == 0) {
                        yield life.on(new DomainEvent.Kept("It is locked."), now);
                    }
                    if (there != null && there.ours()) {
                        registry.remove(i);
                    }
                    answer();
                    yield life.on(new DomainEvent.NotOurs(), now);
                }
                case VERIFY ->
                    life.on(
                            random.nextInt(10) == 0
                                    ? new DomainEvent.ProofUnknown()
                                    : proof.getOrDefault(i, false)
                                            ? new DomainEvent.ProofSeen()
                                            : new DomainEvent.ProofMissing(),
                            now);
            };
        } catch (Silence e) {
            return life.on(new DomainEvent.Failed("The registry does not answer."), now);
        }
    }

    private DomainEvent found(int i) throws Silence {
        reach();
        answer();
        return Optional.ofNullable(registry.get(i))
                .filter(Entry::ours)
                .<DomainEvent>map(e -> new DomainEvent.Registered(e.expires()))
                .orElse(new DomainEvent.NotOurs());
    }

    private DomainLife renew(int i, DomainLife life, Instant now) throws Silence {
        reach();
        Entry there = registry.get(i);
        Instant known = life.expiresAt().orElseThrow();
        if (there == null || !there.ours() || !there.expires().equals(known)) {
            // The registry refuses, as the end that we name is not the one it knows: it is asked what it has.
            return life.on(found(i), now);
        }
        if (random.nextInt(20) == 0) {
            return life.on(new DomainEvent.Failed("The registry refuses."), now);
        }
        registry.put(i, new Entry(known.plus(YEAR), true));
        pay(i, now);
        answer();
        return life.on(new DomainEvent.Registered(known.plus(YEAR)), now);
    }

    /** What is true at every moment. */
    private void hold(int i, DomainLife life, Instant now, Instant upSince) {
        Entry there = registry.get(i);
        boolean ours = there != null && there.ours();
        Instant enough = now.minus(Duration.ofHours(36));
        boolean registryUp = !away && upSince.isBefore(enough) && life.since().isBefore(enough);
        if (ours && there.expires().isAfter(now)) {
            assertThat(life.registeredHere())
                    .as("what is paid is known: %d at %s, %s", i, now, life)
                    .isTrue();
        }
        if (life.stage() == Stage.HELD && life.autoRenew() && ours && registryUp) {
            assertThat(there.expires())
                    .as("what renews itself is kept: %d, %s", i, life)
                    .isAfter(now);
        }
        if (life.stage() == Stage.VERIFIED && !proof.getOrDefault(i, false)) {
            assertThat(Duration.between(proofChanged.get(i), now))
                    .as("what is not proven is not served for ever: %d, %s", i, life)
                    .isLessThan(DomainLife.VERIFICATION_GRACE.plusDays(3));
        }
        if (life.stage() == Stage.LOST && life.since().equals(now) && proof.getOrDefault(i, false)) {
            throw new AssertionError("Lost while its proof is there: " + i + ", " + life);
        }
        boolean atRest = life.stage() == Stage.SEARCHED || life.stage() == Stage.ENDED || life.stage() == Stage.LOST;
        assertThat(life.next().isPresent()).isNotEqualTo(atRest);
    }
}
