package evenharbor.core.where.domain;

import java.time.Duration;
import java.time.Instant;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * The time that a name is registered for.
 *
 * @param end when it is over
 * @param renews whether it is renewed by itself
 */
public record Term(Instant end, boolean renews) {

    /** How long before its end it is renewed: time enough to mend what goes wrong. */
    public static final Duration RENEWED_BEFORE = Duration.ofDays(14);

    private static final int[] NOTICE_DAYS = {1, 7, 30};
    private static final Duration LOOK = Duration.ofHours(12);

    /** What has to be done about it. */
    public enum Due {
        NOTHING,
        RENEW,
        END
    }

    /**
     * What has to be done now. One that renews itself does not end by the clock: renewing is tried until the registry says
     * that the name is gone.
     */
    public Due due(Instant now) {
        if (renews) {
            return left(now).compareTo(RENEWED_BEFORE) <= 0 ? Due.RENEW : Due.NOTHING;
        }
        return over(now) ? Due.END : Due.NOTHING;
    }

    /** Whether it is over. */
    public boolean over(Instant now) {
        return !now.isBefore(end);
    }

    /** The notice that its owner is due, in days before the end: the least of 1, 7 and 30 that is reached. */
    public OptionalInt notice(Instant now) {
        return IntStream.of(NOTICE_DAYS)
                .filter(days -> left(now).compareTo(Duration.ofDays(days)) <= 0)
                .findFirst();
    }

    /** Whether its owner has to do something soon for it not to be over. */
    public boolean endsSoon(Instant now) {
        return !renews && notice(now).isPresent();
    }

    /** Whole days that are left; 0 when it is over. */
    public long daysLeft(Instant now) {
        return Math.max(0, left(now).toDays());
    }

    /** How long to wait before the next look: twice a day, and just when it is over. */
    public Duration nextLook(Instant now) {
        return over(now) || left(now).compareTo(LOOK) > 0 ? LOOK : left(now);
    }

    private Duration left(Instant now) {
        return Duration.between(now, end);
    }
}
