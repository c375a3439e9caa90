package evenharbor.core.who.notice;

import java.time.LocalTime;
import java.time.ZonedDateTime;

/**
 * Hours of the day in which nobody wants a mail.
 *
 * @param from the hour they begin at, 0 to 23
 * @param until the hour they end at, 0 to 23; before {@code from} when midnight lies between
 */
public record QuietHours(int from, int until) {

    private static final int HOURS = 24;

    /** Refuses what is no hour. */
    public QuietHours {
        if (from < 0 || from >= HOURS || until < 0 || until >= HOURS) {
            throw new IllegalArgumentException("An hour is 0 to 23");
        }
    }

    /** The time itself when it is not quiet; else the end of the quiet hours that it lies in. */
    public ZonedDateTime after(ZonedDateTime time) {
        int hour = time.getHour();
        boolean quiet = from <= until ? hour >= from && hour < until : hour >= from || hour < until;
        if (!quiet) {
            return time;
        }
        ZonedDateTime end = time.with(LocalTime.of(until, 0));
        return end.isAfter(time)
                ? end
                : time.toLocalDate().plusDays(1).atTime(until, 0).atZone(time.getZone());
    }
}
