package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * The life of the certificate of one name: what is held, what is under way, what is in the way, and what is due when. An
 * unchangeable value; each event makes the next one. Chance (jitter) comes from the name, so that the same life always
 * goes the same way.
 *
 * @param name the name it is for, in DNS form; {@code *.NAME} for a wildcard
 * @param wanted whether its person wants the name to be secure
 * @param held the certificate that visitors get
 * @param order where the order under way is
 * @param hindrance why the last attempt came to nothing
 * @param failures how many attempts in a row came to nothing
 * @param renewAt when to begin to renew
 * @param next when something is due
 */
public record CertificateLife(
        String name,
        boolean wanted,
        Optional<Holding> held,
        Optional<String> order,
        Optional<Hindrance> hindrance,
        int failures,
        Optional<Instant> renewAt,
        Optional<Instant> next) {

    private static final Duration POLL = Duration.ofSeconds(3);
    private static final Duration LEAST_PAUSE = Duration.ofMinutes(5);
    private static final int[] WARNING_DAYS = {1, 3, 7, 14};

    /** How it stands. */
    public enum State {
        /** Not wanted. */
        OFF,
        /** Wanted, and not asked for yet. */
        WANTED,
        /** The first one is being ordered. */
        ORDERING,
        /** There is none, for a reason. */
        BLOCKED,
        /** Held, and all is well. */
        SECURE,
        /** Held, and a new one is being ordered. */
        RENEWING,
        /** Held, but it could not be renewed so far. */
        LATE,
        /** Held, brought from elsewhere: it ends, unless another is brought. */
        ENDING,
        /** It is over. */
        EXPIRED
    }

    /** What is due. */
    public enum Action {
        NOTHING,
        /** Place an order. */
        ORDER,
        /** Go on with the order under way. */
        GO_ON,
        /** Ask the authority when to renew. */
        ASK_ADVICE
    }

    /** A name nobody has asked anything for. */
    public static CertificateLife of(String name) {
        return new CertificateLife(
                name,
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                0,
                Optional.empty(),
                Optional.empty());
    }

    /** How it stands at a time. */
    public State state(Instant now) {
        boolean valid = held.isPresent() && held.get().validAt(now);
        if (!wanted) {
            return State.OFF;
        }
        if (valid && !held.get().renews()) {
            return State.ENDING;
        }
        if (order.isPresent()) {
            return valid ? State.RENEWING : State.ORDERING;
        }
        if (valid) {
            return hindrance.isPresent() ? State.LATE : State.SECURE;
        }
        if (held.isPresent()) {
            return State.EXPIRED;
        }
        return hindrance.isPresent() ? State.BLOCKED : State.WANTED;
    }

    /** What is due at a time. */
    public Action due(Instant now) {
        if (!wanted || next.isEmpty() || now.isBefore(next.get())) {
            return Action.NOTHING;
        }
        if (order.isPresent()) {
            return Action.GO_ON;
        }
        boolean waits =
                held.isPresent() && held.get().validAt(now) && renewAt.isPresent() && now.isBefore(renewAt.get());
        return waits ? Action.ASK_ADVICE : Action.ORDER;
    }

    /** The life after an event. */
    public CertificateLife on(LifeEvent event, Instant now) {
        if (event instanceof LifeEvent.TurnedOn) {
            // Nothing is held of a name that was not wanted.
            return wanted ? this : of(name).with(true, held, order, hindrance, 0, renewAt, Optional.of(now));
        }
        if (event instanceof LifeEvent.TurnedOff) {
            return of(name);
        }
        if (event instanceof LifeEvent.Brought brought) {
            return with(
                    true,
                    Optional.of(brought.holding()),
                    Optional.empty(),
                    Optional.empty(),
                    0,
                    Optional.empty(),
                    Optional.empty());
        }
        // What comes in late for a name that is no longer wanted changes nothing.
        return wanted ? underWay(event, now) : this;
    }

    private CertificateLife underWay(LifeEvent event, Instant now) {
        if (event instanceof LifeEvent.Ordered ordered) {
            return with(true, held, Optional.of(ordered.order()), hindrance, failures, renewAt, soon(now));
        }
        if (event instanceof LifeEvent.StillOrdered) {
            return order.isEmpty() ? this : with(true, held, order, hindrance, failures, renewAt, soon(now));
        }
        if (event instanceof LifeEvent.Issued issued) {
            Instant renewal = RenewalPlan.byLife(name, issued.holding());
            return with(
                    true,
                    Optional.of(issued.holding()),
                    Optional.empty(),
                    Optional.empty(),
                    0,
                    Optional.of(renewal),
                    Optional.of(now.plus(POLL)));
        }
        if (event instanceof LifeEvent.Refused refused) {
            return refused(refused.hindrance(), now);
        }
        if (event instanceof LifeEvent.Advised advised) {
            Instant renewal = RenewalPlan.byAdvice(name, advised.from(), advised.until());
            return advised(Optional.of(renewal), advised.askAgain());
        }
        if (event instanceof LifeEvent.NotAdvised notAdvised) {
            return advised(renewAt, notAdvised.askAgain());
        }
        return mended(now);
    }

    private CertificateLife advised(Optional<Instant> renewal, Instant askAgain) {
        if (held.isEmpty() || !held.get().renews() || order.isPresent()) {
            return this;
        }
        Optional<Instant> first = renewal.filter(r -> r.isBefore(askAgain)).or(() -> Optional.of(askAgain));
        return with(true, held, order, hindrance, failures, renewal, first);
    }

    private CertificateLife refused(Hindrance met, Instant now) {
        int so = failures + 1;
        Duration pause = met.kind().pause(so);
        long jitter = new SplittableRandom(name.hashCode() * 31L + so).nextLong(pause.toMillis() / 10 + 1);
        Instant again = now.plus(pause);
        Instant earliest = met.notBefore().orElse(again);
        return with(
                true,
                held,
                Optional.empty(),
                Optional.of(met),
                so,
                renewAt,
                Optional.of((again.isAfter(earliest) ? again : earliest).plusMillis(jitter)));
    }

    /** Tries again at once what a person may have mended, but not in a hurry and never before the authority's time. */
    private CertificateLife mended(Instant now) {
        if (hindrance.isEmpty() || !hindrance.get().kind().mendable() || order.isPresent()) {
            return this;
        }
        Instant rested = hindrance.get().at().plus(LEAST_PAUSE);
        Instant earliest =
                hindrance.get().notBefore().filter(t -> t.isAfter(rested)).orElse(rested);
        Instant then = now.isAfter(earliest) ? now : earliest;
        return next.isPresent() && next.get().isBefore(then)
                ? this
                : with(true, held, order, hindrance, failures, renewAt, Optional.of(then));
    }

    private static Optional<Instant> soon(Instant now) {
        return Optional.of(now.plus(POLL));
    }

    private CertificateLife with(
            boolean wanted,
            Optional<Holding> held,
            Optional<String> order,
            Optional<Hindrance> hindrance,
            int failures,
            Optional<Instant> renewAt,
            Optional<Instant> next) {
        return new CertificateLife(name, wanted, held, order, hindrance, failures, renewAt, next);
    }

    /**
     * The warning that its person is due, in days before the end: the least of 1, 3, 7 and 14 that is reached while it
     * has not been renewed, or will not be.
     */
    public OptionalInt warning(Instant now) {
        State state = state(now);
        if (state != State.LATE && state != State.ENDING) {
            return OptionalInt.empty();
        }
        Duration left = Duration.between(now, held.orElseThrow().until());
        return IntStream.of(WARNING_DAYS)
                .filter(days -> left.compareTo(Duration.ofDays(days)) <= 0)
                .findFirst();
    }

    /** The time by which it is renewed when all goes well; empty for one that does not renew itself. */
    public Optional<Instant> renewsBy() {
        return held.filter(Holding::renews)
                .flatMap(h -> renewAt.map(at -> {
                    Instant usual = RenewalPlan.latest(h);
                    return at.isAfter(usual) ? at : usual;
                }));
    }
}
