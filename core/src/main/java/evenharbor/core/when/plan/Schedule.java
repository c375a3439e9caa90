package evenharbor.core.when.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;
import org.dmfs.rfc5545.DateTime;
import org.dmfs.rfc5545.recur.InvalidRecurrenceRuleException;
import org.dmfs.rfc5545.recur.RecurrenceRule;
import org.dmfs.rfc5545.recur.RecurrenceRuleIterator;

/**
 * When a plan begins and ends, by the wall clock of a place.
 *
 * @param starts when it begins, the first time
 * @param ends when that ends; empty when it is not to end
 * @param zone whose wall clock
 * @param second whether the second is meant where a time comes twice
 * @param repeat how it comes again; empty for once
 */
public record Schedule(
        LocalDateTime starts, Optional<LocalDateTime> ends, ZoneId zone, boolean second, Optional<Repeat> repeat) {

    private static final int LONGEST_INTERVAL = 100;

    /**
     * One time that it comes.
     *
     * @param local when it begins by the wall clock, as planned
     * @param start when it begins
     * @param end when it ends; empty when it does not
     */
    public record Occurrence(LocalDateTime local, Instant start, Optional<Instant> end) {}

    /** Why it cannot be so, for a person; empty when it can. */
    public Optional<String> fault() {
        if (ends.isPresent() && !end(starts).orElseThrow().isAfter(start(starts))) {
            return Optional.of("It would end before it begins. Choose a later end.");
        }
        if (repeat.isPresent()) {
            Repeat again = repeat.get();
            if (again.interval() < 1 || again.interval() > LONGEST_INTERVAL) {
                return Optional.of("Choose a number from 1 to " + LONGEST_INTERVAL + ".");
            }
            if (again.last().isPresent() && again.last().get().isBefore(starts.toLocalDate())) {
                return Optional.of("The last day lies before the first time. Choose a later one.");
            }
            if (ends.isPresent() && starts.plus(again.shortest()).isBefore(ends.get())) {
                return Optional.of("It would begin again before it ends. Choose an earlier end, or a longer pause.");
            }
        }
        return Optional.empty();
    }

    /** The first time it comes. */
    public Occurrence first() {
        return occurrence(starts);
    }

    /** The next time after one that began at a time of the wall clock; empty after the last. */
    public Optional<Occurrence> after(LocalDateTime local) {
        if (local.isBefore(starts)) {
            return Optional.of(first());
        }
        if (repeat.isEmpty()) {
            return Optional.empty();
        }
        RecurrenceRuleIterator times = times();
        times.fastForward(floating(local));
        while (times.hasNext()) {
            LocalDateTime next = local(times.nextDateTime());
            if (next.isAfter(local)) {
                return Optional.of(occurrence(next));
            }
        }
        return Optional.empty();
    }

    private RecurrenceRuleIterator times() {
        try {
            return new RecurrenceRule(repeat.orElseThrow().rule()).iterator(floating(starts));
        } catch (InvalidRecurrenceRuleException e) {
            throw new IllegalStateException(e);
        }
    }

    private static DateTime floating(LocalDateTime time) {
        return new DateTime(
                time.getYear(),
                time.getMonthValue() - 1,
                time.getDayOfMonth(),
                time.getHour(),
                time.getMinute(),
                time.getSecond());
    }

    private static LocalDateTime local(DateTime time) {
        return LocalDateTime.of(
                time.getYear(),
                time.getMonth() + 1,
                time.getDayOfMonth(),
                time.getHours(),
                time.getMinutes(),
                time.getSeconds());
    }

    /** The time that begins at a time of the wall clock. */
    Occurrence occurrence(LocalDateTime local) {
        return new Occurrence(local, start(local), end(local));
    }

    private Instant start(LocalDateTime local) {
        return WallTime.of(local, zone, second).at();
    }

    /** By the wall clock as long after the beginning as the first time; never before it, whatever clocks do. */
    private Optional<Instant> end(LocalDateTime local) {
        return ends.map(end -> {
            Instant at = WallTime.of(local.plus(Duration.between(starts, end)), zone, second)
                    .at();
            Instant start = start(local);
            return at.isAfter(start) || local.equals(starts) ? at : start.plusSeconds(60);
        });
    }
}
