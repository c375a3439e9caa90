package evenharbor.core.who.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailTimeTest {

    private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");

    @ParameterizedTest
    @CsvSource({
        // now, from, until, mailed at
        "2026-11-29T12:00, 22, 7, 2026-11-29T12:00",
        "2026-11-29T23:30, 22, 7, 2026-11-30T07:00",
        "2026-11-29T03:30, 22, 7, 2026-11-29T07:00",
        "2026-11-29T07:00, 22, 7, 2026-11-29T07:00",
        "2026-11-29T13:10, 12, 14, 2026-11-29T14:00",
        "2026-11-29T12:00, 9, 9, 2026-11-29T12:00",
        // The night in which clocks go on: there is no 2:30.
        "2026-03-29T01:30, 22, 2, 2026-03-29T03:00",
    })
    void aMailWaitsForTheEndOfQuietHours(LocalDateTime now, int from, int until, LocalDateTime mailed) {
        assertThat(at(NoticeWay.AT_ONCE, NoticeKind.REVIEW, now, Optional.of(new QuietHours(from, until))))
                .contains(mailed.atZone(BERLIN).toInstant());
    }

    private static Optional<Instant> at(NoticeWay way, NoticeKind kind, LocalDateTime now, Optional<QuietHours> quiet) {
        return MailTime.of(way, kind, now.atZone(BERLIN).toInstant(), BERLIN, quiet);
    }

    @Test
    void whatIsUrgentDoesNotWaitAndWhatIsNotWantedIsNotMailed() {
        LocalDateTime night = LocalDateTime.parse("2026-11-29T23:30");
        Optional<QuietHours> quiet = Optional.of(new QuietHours(22, 7));
        assertThat(at(NoticeWay.AT_ONCE, NoticeKind.NAME, night, quiet))
                .contains(night.atZone(BERLIN).toInstant());
        assertThat(at(NoticeWay.APP, NoticeKind.NAME, night, quiet)).isEmpty();
        assertThat(at(NoticeWay.NOT, NoticeKind.NAME, night, quiet)).isEmpty();
        assertThatThrownBy(() -> new QuietHours(24, 7)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new QuietHours(0, -1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Property(tries = 500)
    void aWeeklyMailGoesOutOnTheNextMondayMorning(@ForAll @LongRange(min = 0, max = 4_000_000_000L) long second) {
        Instant now = Instant.ofEpochSecond(second);
        ZonedDateTime at = MailTime.of(NoticeWay.WEEKLY, NoticeKind.PLAN_DONE, now, BERLIN, Optional.empty())
                .orElseThrow()
                .atZone(BERLIN);
        assertThat(at.getDayOfWeek()).isEqualTo(DayOfWeek.MONDAY);
        assertThat(at.getHour()).isEqualTo(8);
        assertThat(at.toInstant())
                .isAfter(now)
                .isBefore(now.plus(Duration.ofDays(7).plusHours(2)));
    }

    @Property(tries = 500)
    void afterQuietHoursItIsNotQuietAndNoMoreThanADayLater(
            @ForAll @LongRange(min = 0, max = 4_000_000_000L) long second,
            @ForAll @IntRange(max = 23) int from,
            @ForAll @IntRange(max = 23) int until) {
        ZonedDateTime now = Instant.ofEpochSecond(second).atZone(BERLIN);
        QuietHours quiet = new QuietHours(from, until);
        ZonedDateTime then = quiet.after(now);
        assertThat(then).isAfterOrEqualTo(now).isBefore(now.plusHours(25));
        assertThat(quiet.after(then)).isEqualTo(then);
    }
}
