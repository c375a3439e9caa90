package evenharbor.practice.clock;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

class PracticeClockTest {

    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");

    @Test
    void itShowsTheRealTimeUntilItIsMovedAndAgainWhenItIsReset() {
        PracticeClock clock = new PracticeClock(Clock.fixed(NOON, ZoneOffset.UTC));
        assertThat(clock.instant()).isEqualTo(NOON);
        clock.setTo(NOON.minus(Duration.ofDays(90)));
        assertThat(clock.instant()).isEqualTo(Instant.parse("2026-08-26T12:00:00Z"));
        clock.reset();
        assertThat(clock.instant()).isEqualTo(NOON);
    }

    @Test
    void itRunsOnFromWhereItWasMovedTo() {
        PracticeClock clock = new PracticeClock(Clock.tick(Clock.systemUTC(), Duration.ofNanos(1)));
        clock.setTo(NOON);
        assertThat(clock.instant()).isBetween(NOON, NOON.plusSeconds(5));
    }

    @Test
    void inAnotherZoneItIsTheSameClock() {
        PracticeClock clock = new PracticeClock(Clock.fixed(NOON, ZoneOffset.UTC));
        Clock elsewhere = clock.withZone(ZoneId.of("Europe/Paris"));
        clock.setTo(NOON.plus(Duration.ofHours(1)));
        assertThat(elsewhere.instant()).isEqualTo(clock.instant());
    }
}
