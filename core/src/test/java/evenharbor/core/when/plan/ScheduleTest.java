package evenharbor.core.when.plan;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.when.plan.Schedule.Occurrence;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** When plans come, by the wall clock. */
class ScheduleTest {

    private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");

    private static Schedule schedule(String starts, String ends, Repeat repeat) {
        return new Schedule(
                LocalDateTime.parse(starts),
                Optional.ofNullable(ends).map(LocalDateTime::parse),
                BERLIN,
                false,
                Optional.ofNullable(repeat));
    }

    private static List<String> times(Schedule schedule, int most) {
        List<String> all = new ArrayList<>();
        Optional<Occurrence> next = Optional.of(schedule.first());
        while (next.isPresent() && all.size() < most) {
            all.add(next.get().local().toString());
            next = schedule.after(next.get().local());
        }
        return all;
    }

    @ParameterizedTest(name = "{0} in {1}, the second: {2}")
    @CsvSource({
        "2027-03-28T01:59, Europe/Berlin, false, 2027-03-28T00:59:00Z, NONE, 2027-03-28T01:59",
        "2027-03-28T02:30, Europe/Berlin, false, 2027-03-28T01:30:00Z, SKIPPED, 2027-03-28T03:30",
        "2027-03-28T02:30, Europe/Berlin, true, 2027-03-28T01:30:00Z, SKIPPED, 2027-03-28T03:30",
        "2027-03-28T03:00, Europe/Berlin, false, 2027-03-28T01:00:00Z, NONE, 2027-03-28T03:00",
        "2027-10-31T02:30, Europe/Berlin, false, 2027-10-31T00:30:00Z, TWICE, 2027-10-31T02:30",
        "2027-10-31T02:30, Europe/Berlin, true, 2027-10-31T01:30:00Z, TWICE, 2027-10-31T02:30",
        "2027-10-31T03:00, Europe/Berlin, true, 2027-10-31T02:00:00Z, NONE, 2027-10-31T03:00",
        "2027-10-03T02:15, Australia/Lord_Howe, false, 2027-10-02T15:45:00Z, SKIPPED, 2027-10-03T02:45",
        "2027-06-01T12:00, UTC, true, 2027-06-01T12:00:00Z, NONE, 2027-06-01T12:00",
    })
    void aTimeIsSettledWhereClocksAreChanged(
            LocalDateTime time, String zone, boolean second, Instant at, WallTime.Change change, LocalDateTime shown) {
        assertThat(WallTime.of(time, ZoneId.of(zone), second)).isEqualTo(new WallTime(at, change, shown));
    }

    @Test
    void onceIsOnce() {
        assertThat(times(schedule("2026-12-01T09:00", null, null), 5)).containsExactly("2026-12-01T09:00");
    }

    @Test
    void itComesAgainByTheWallClock() {
        Schedule weekly =
                schedule("2027-03-21T09:00", "2027-03-21T17:00", new Repeat(Repeat.Every.WEEK, 1, Optional.empty()));
        assertThat(times(weekly, 3)).containsExactly("2027-03-21T09:00", "2027-03-28T09:00", "2027-04-04T09:00");
        Occurrence summer =
                weekly.after(LocalDateTime.parse("2027-03-27T00:00")).orElseThrow();
        assertThat(summer.start()).isEqualTo(Instant.parse("2027-03-28T07:00:00Z"));
        assertThat(summer.end()).contains(Instant.parse("2027-03-28T15:00:00Z"));
        assertThat(times(schedule("2027-01-31T09:00", null, new Repeat(Repeat.Every.MONTH, 1, Optional.empty())), 4))
                .as("the last day where there is no 31st")
                .containsExactly("2027-01-31T09:00", "2027-02-28T09:00", "2027-03-31T09:00", "2027-04-30T09:00");
        assertThat(times(schedule("2028-02-29T09:00", null, new Repeat(Repeat.Every.YEAR, 1, Optional.empty())), 3))
                .containsExactly("2028-02-29T09:00", "2029-02-28T09:00", "2030-02-28T09:00");
        assertThat(times(
                        schedule(
                                "2027-01-04T09:00",
                                null,
                                new Repeat(Repeat.Every.WEEK, 2, Optional.of(LocalDate.parse("2027-02-01")))),
                        9))
                .as("to the last day, and that day too")
                .containsExactly("2027-01-04T09:00", "2027-01-18T09:00", "2027-02-01T09:00");
    }

    @Test
    void whatWouldBeOverBeforeItBeginsLastsAMinute() {
        // The end is skipped by the clock, and lies before the beginning then.
        Schedule daily =
                schedule("2027-03-21T02:10", "2027-03-21T02:40", new Repeat(Repeat.Every.WEEK, 1, Optional.empty()));
        Occurrence skipped =
                daily.after(LocalDateTime.parse("2027-03-21T02:10")).orElseThrow();
        assertThat(skipped.start()).isEqualTo(Instant.parse("2027-03-28T01:10:00Z"));
        assertThat(skipped.end().orElseThrow()).isAfter(skipped.start());
    }

    @ParameterizedTest(name = "{0} to {1}, every {3} {2} to {4}: {5}")
    @CsvSource(
            nullValues = "-",
            value = {
                "2027-01-01T00:00, 2027-01-02T00:00, -, 0, -, -",
                "2027-01-01T00:00, 2027-01-01T00:00, -, 0, -, end before it begins",
                "2027-01-02T00:00, 2027-01-01T00:00, -, 0, -, end before it begins",
                "2027-01-01T00:00, 2027-01-08T00:00, WEEK, 1, -, -",
                "2027-01-01T00:00, 2027-01-08T00:01, WEEK, 1, -, begin again before it ends",
                "2027-01-01T00:00, 2027-01-08T00:01, WEEK, 2, -, -",
                "2027-01-01T00:00, 2027-01-29T00:01, MONTH, 1, -, begin again before it ends",
                "2027-01-01T00:00, 2027-12-31T00:00, YEAR, 1, -, -",
                "2027-01-01T00:00, -, WEEK, 0, -, from 1 to 100",
                "2027-01-01T00:00, -, WEEK, 101, -, from 1 to 100",
                "2027-01-01T00:00, -, WEEK, 100, -, -",
                "2027-01-01T00:00, -, WEEK, 1, 2026-12-31, before the first time",
                "2027-01-01T00:00, -, WEEK, 1, 2027-01-01, -",
            })
    void whatCannotBeIsSaid(
            String starts, String ends, Repeat.Every every, int interval, LocalDate last, String words) {
        Optional<String> fault = schedule(
                        starts, ends, every == null ? null : new Repeat(every, interval, Optional.ofNullable(last)))
                .fault();
        if (words == null) {
            assertThat(fault).isEmpty();
        } else {
            assertThat(fault.orElseThrow()).contains(words).endsWith(".");
        }
    }
}
