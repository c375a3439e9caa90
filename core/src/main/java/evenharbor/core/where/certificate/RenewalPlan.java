package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.SplittableRandom;

/**
 * When a certificate is renewed: by the authority's own advice (RFC 9773), or at two thirds of its life. Not all in the
 * same moment: each at a time of its own, drawn from its name.
 */
final class RenewalPlan {

    private RenewalPlan() {}

    /** At two thirds of the life, or up to a twentieth of it before. */
    static Instant byLife(String name, Holding holding) {
        Duration spread = holding.life().dividedBy(20);
        return latest(holding).minusMillis(drawn(name, holding.from(), spread));
    }

    /** The latest time at which it is renewed by its life. */
    static Instant latest(Holding holding) {
        return holding.from().plus(holding.life().multipliedBy(2).dividedBy(3));
    }

    /** Some time within the window that the authority advises (RFC 9773 section 4.2). */
    static Instant byAdvice(String name, Instant from, Instant until) {
        Duration window = Duration.between(from, until);
        return window.isNegative() || window.isZero() ? from : from.plusMillis(drawn(name, from, window));
    }

    private static long drawn(String name, Instant from, Duration within) {
        return new SplittableRandom(name.hashCode() * 31L + from.getEpochSecond()).nextLong(within.toMillis() + 1);
    }
}
