package evenharbor.core.when.plan;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;

/**
 * A time on a wall clock, settled where clocks are changed (RFC 5545 section 3.3.5): one that is skipped is read by the
 * offset before, so it comes later by as much as is skipped; one that comes twice is the first, unless the second is wanted.
 *
 * @param at the instant
 * @param change what the change of clocks has to do with it
 * @param shown what the wall clock shows then
 */
public record WallTime(Instant at, Change change, LocalDateTime shown) {

    /** What a change of clocks does to a time. */
    public enum Change {
        NONE,
        /** Clocks are put forward over it: it does not exist. */
        SKIPPED,
        /** Clocks are put back over it: it comes twice. */
        TWICE
    }

    /** Settles a time. @param second whether the second is meant where it comes twice */
    public static WallTime of(LocalDateTime time, ZoneId zone, boolean second) {
        ZoneOffsetTransition transition = zone.getRules().getTransition(time);
        Change change = transition == null ? Change.NONE : transition.isGap() ? Change.SKIPPED : Change.TWICE;
        ZonedDateTime settled = ZonedDateTime.ofLocal(
                time, zone, second && change == Change.TWICE ? transition.getOffsetAfter() : null);
        return new WallTime(settled.toInstant(), change, settled.toLocalDateTime());
    }
}
