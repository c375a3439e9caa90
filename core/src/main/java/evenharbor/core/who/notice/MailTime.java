package evenharbor.core.who.notice;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.TemporalAdjusters;
import java.util.Optional;

/** When a notice goes out by mail. */
public final class MailTime {

    private static final int MORNING = 8;

    private MailTime() {}

    /**
     * When a notice goes out by mail; empty for not at all.
     *
     * @param way how its person is told of its kind
     * @param zone the time zone that they go by
     * @param quiet their quiet hours; empty for none
     */
    public static Optional<Instant> of(
            NoticeWay way, NoticeKind kind, Instant now, ZoneId zone, Optional<QuietHours> quiet) {
        ZonedDateTime here = now.atZone(zone);
        return switch (way) {
            case NOT, APP -> Optional.empty();
            case AT_ONCE ->
                Optional.of(quiet.filter(hours -> !kind.urgent())
                        .map(hours -> hours.after(here))
                        .orElse(here)
                        .toInstant());
            case WEEKLY -> {
                ZonedDateTime monday = here.toLocalDate()
                        .with(TemporalAdjusters.nextOrSame(DayOfWeek.MONDAY))
                        .atTime(MORNING, 0)
                        .atZone(zone);
                yield Optional.of((monday.isAfter(here) ? monday : monday.plusWeeks(1)).toInstant());
            }
        };
    }
}
