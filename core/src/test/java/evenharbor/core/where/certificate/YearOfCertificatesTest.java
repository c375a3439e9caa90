package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.certificate.Hindrance.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A year of a hundred certificates with faults at random: the authority is away, limits, fails, or issues late for hours
 * and days, and single names are broken by their people for up to weeks.
 */
class YearOfCertificatesTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Duration STEP = Duration.ofMinutes(30);
    private static final OrderBudget BUDGET = new OrderBudget(5, 20);
    private static final int NAMES = 100;
    private static final Duration LIFE = Duration.ofDays(90);

    /** A time in which something is wrong. */
    private record Spell(Instant from, Instant until, Kind kind) {
        boolean holds(Instant now) {
            return !now.isBefore(from) && now.isBefore(until);
        }
    }

    private final Map<String, List<Instant>> orders = new HashMap<>();
    private final List<Instant> all = new ArrayList<>();
    private List<Spell> ofAuthority;
    private Map<String, List<Spell>> ofName;
    private Random random;

    private List<Spell> spells(int perYear, Duration longest, Kind... kinds) {
        List<Spell> spells = new ArrayList<>();
        for (int i = 0; i < perYear; i++) {
            Instant from = START.plus(Duration.ofMinutes(random.nextInt(365 * 24 * 60)));
            Duration length = Duration.ofMinutes(30 + random.nextInt((int) longest.toMinutes()));
            spells.add(new Spell(from, from.plus(length), kinds[random.nextInt(kinds.length)]));
        }
        return spells;
    }

    private Optional<Kind> wrong(String name, Instant now) {
        return ofAuthority.stream()
                .filter(s -> s.holds(now))
                .map(Spell::kind)
                .findFirst()
                .or(() -> ofName.get(name).stream()
                        .filter(s -> s.holds(now))
                        .map(Spell::kind)
                        .findFirst());
    }

    @ParameterizedTest(name = "seed {0}")
    @ValueSource(longs = {1, 2, 3})
    void noNameIsWithoutAValidCertificateThatCouldHaveHadOneAndTheBudgetIsKept(long seed) {
        random = new Random(seed);
        ofAuthority = spells(
                40, Duration.ofHours(60), Kind.AUTHORITY_AWAY, Kind.RATE_LIMITED, Kind.FAILED, Kind.AUTHORITY_AWAY);
        ofName = new HashMap<>();
        Map<String, CertificateLife> lives = new HashMap<>();
        Map<String, Instant> couldSince = new HashMap<>();
        for (int i = 0; i < NAMES; i++) {
            String name = "site-" + i + ".example";
            ofName.put(name, spells(3, Duration.ofDays(15), Kind.NOT_REACHED, Kind.WRONG_CONTENT, Kind.CAA));
            lives.put(name, CertificateLife.of(name).on(new LifeEvent.TurnedOn(), START));
        }
        int excused = 0;
        int issued = 0;
        for (Instant now = START; now.isBefore(START.plus(Duration.ofDays(365))); now = now.plus(STEP)) {
            for (Map.Entry<String, CertificateLife> each : lives.entrySet()) {
                String name = each.getKey();
                CertificateLife before = each.getValue();
                CertificateLife after = act(before, now);
                each.setValue(after);
                issued += after.held().equals(before.held()) ? 0 : 1;
                // It could have had one when for 36 hours on end nothing was wrong.
                if (wrong(name, now).isPresent()) {
                    couldSince.remove(name);
                } else {
                    couldSince.putIfAbsent(name, now);
                }
                Instant moment = now;
                boolean valid = after.held().filter(h -> h.validAt(moment)).isPresent();
                boolean could = couldSince.containsKey(name)
                        && Duration.between(couldSince.get(name), now).toHours() >= 36;
                assertThat(valid || !could)
                        .as("%s is without a certificate at %s: %s", name, now, after)
                        .isTrue();
                excused += valid ? 0 : 1;
            }
        }
        budgetWasKept();
        assertThat(issued).as("each about six times").isBetween(NAMES * 5, NAMES * 8);
        assertThat(all).as("far fewer orders than attempts").hasSizeLessThan(NAMES * 40);
        assertThat(excused).as("moments without one, of %d", NAMES * 17_520).isLessThan(NAMES * 17_520 / 50);
    }

    private CertificateLife act(CertificateLife life, Instant now) {
        return switch (life.due(now)) {
            case NOTHING -> life;
            case ASK_ADVICE ->
                wrong(life.name(), now).isPresent()
                        ? life.on(new LifeEvent.NotAdvised(now.plus(Duration.ofHours(6))), now)
                        : advised(life, now);
            case ORDER -> order(life, now);
            case GO_ON -> goOn(life, now);
        };
    }

    private static CertificateLife advised(CertificateLife life, Instant now) {
        Holding held = life.held().orElseThrow();
        Instant middle = held.from().plus(held.life().multipliedBy(2).dividedBy(3));
        return life.on(
                new LifeEvent.Advised(middle.minus(Duration.ofDays(3)), middle, now.plus(Duration.ofHours(6))), now);
    }

    private CertificateLife order(CertificateLife life, Instant now) {
        List<Instant> own = orders.computeIfAbsent(life.name(), n -> new ArrayList<>());
        Optional<Instant> wait = BUDGET.wait(own, all, now);
        if (wait.isPresent()) {
            return life.on(new LifeEvent.Refused(new Hindrance(Kind.BUDGET, "wait", wait, now)), now);
        }
        // Records and CAA are looked at before an order is spent.
        Optional<Kind> foreseen = wrong(life.name(), now).filter(k -> k == Kind.NOT_REACHED || k == Kind.CAA);
        if (foreseen.isPresent()) {
            return refused(life, foreseen.get(), now);
        }
        own.add(now);
        all.add(now);
        Optional<Kind> wrong = wrong(life.name(), now);
        return wrong.isPresent()
                ? refused(life, wrong.get(), now)
                : life.on(new LifeEvent.Ordered("order/" + all.size()), now);
    }

    private CertificateLife goOn(CertificateLife life, Instant now) {
        Optional<Kind> wrong = wrong(life.name(), now);
        if (wrong.isPresent()) {
            return refused(life, wrong.get(), now);
        }
        return random.nextInt(4) == 0
                ? life.on(new LifeEvent.StillOrdered(), now)
                : life.on(new LifeEvent.Issued(new Holding(List.of(life.name()), "x", now, now.plus(LIFE), true)), now);
    }

    private static CertificateLife refused(CertificateLife life, Kind kind, Instant now) {
        Optional<Instant> until =
                kind == Kind.RATE_LIMITED ? Optional.of(now.plus(Duration.ofHours(2))) : Optional.empty();
        return life.on(new LifeEvent.Refused(new Hindrance(kind, "x", until, now)), now);
    }

    private void budgetWasKept() {
        orders.values().forEach(own -> window(own, BUDGET.perName(), OrderBudget.NAME_SPAN));
        window(all, BUDGET.inAll(), OrderBudget.ALL_SPAN);
    }

    private static void window(List<Instant> placed, int most, Duration span) {
        for (int i = most; i < placed.size(); i++) {
            assertThat(Duration.between(placed.get(i - most), placed.get(i)))
                    .as("the %dth order", i)
                    .isGreaterThanOrEqualTo(span);
        }
    }
}
