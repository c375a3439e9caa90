package evenharbor.core.where.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HstsTest {

    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");

    private static Hsts at(HstsStep step, boolean subdomains, Duration since) {
        return new Hsts(step, subdomains, NOW.minus(since), Instant.EPOCH);
    }

    @ParameterizedTest(name = "{0} {1} for {2}, then {3} {4}: {5}")
    @CsvSource({
        "NONE,    false, PT0S,   MINUTES, false, true",
        "NONE,    false, PT0S,   WEEK,    false, false",
        "NONE,    false, PT0S,   NONE,    true,  false",
        "MINUTES, false, PT4M,   WEEK,    false, false",
        "MINUTES, false, PT5M,   WEEK,    false, true",
        "MINUTES, false, PT5M,   YEAR,    false, false",
        "MINUTES, false, PT5M,   MINUTES, true,  false",
        "MINUTES, false, PT1M,   NONE,    false, true",
        "WEEK,    false, PT167H, YEAR,    false, false",
        "WEEK,    false, PT168H, YEAR,    false, true",
        "WEEK,    false, PT168H, WEEK,    true,  true",
        "WEEK,    false, PT1H,   WEEK,    true,  false",
        "WEEK,    false, PT168H, YEAR,    true,  false",
        "WEEK,    true,  PT168H, YEAR,    true,  true",
        "WEEK,    true,  PT1H,   WEEK,    false, true",
        "YEAR,    false, PT1H,   WEEK,    false, true",
        "YEAR,    true,  PT1H,   NONE,    true,  false",
        "YEAR,    true,  PT1H,   NONE,    false, true",
    })
    void aStepIsTakenOnlyAfterTheOneBeforeHasHeld(
            HstsStep step, boolean subdomains, Duration since, HstsStep wanted, boolean withSubdomains, boolean may) {
        assertThat(at(step, subdomains, since)
                        .hindrance(wanted, withSubdomains, NOW)
                        .isEmpty())
                .isEqualTo(may);
    }

    @Test
    void browsersAreToldWhatIsAskedAndWhenItIsOver() {
        assertThat(Hsts.NEVER.field(NOW)).isEmpty();
        assertThat(at(HstsStep.MINUTES, false, Duration.ZERO).field(NOW)).isEqualTo("max-age=300");
        assertThat(at(HstsStep.YEAR, true, Duration.ZERO).field(NOW)).isEqualTo("max-age=31536000; includeSubDomains");
        Hsts lowered = at(HstsStep.WEEK, false, Duration.ZERO).changed(HstsStep.NONE, false, NOW);
        assertThat(lowered.field(NOW)).isEqualTo("max-age=0");
        assertThat(lowered.field(NOW.plus(Duration.ofDays(7)))).isEmpty();
    }

    @Test
    void whatWasPromisedIsOwedForAsLongAsItWasPromised() {
        Hsts year = at(HstsStep.YEAR, false, Duration.ofDays(30));
        assertThat(year.free(NOW)).isFalse();
        Hsts week = year.changed(HstsStep.WEEK, false, NOW);
        Hsts none = week.changed(HstsStep.NONE, false, NOW.plus(Duration.ofDays(1)));
        assertThat(none.owedUntil()).as("the longest promise counts").isEqualTo(NOW.plus(Duration.ofDays(365)));
        assertThat(none.free(NOW.plus(Duration.ofDays(364)))).isFalse();
        assertThat(none.free(NOW.plus(Duration.ofDays(365)))).isTrue();
        assertThat(Hsts.NEVER.free(NOW)).isTrue();
    }

    @Test
    void namesBelowAreTakenInOnlyWithAPromise() {
        Hsts week = at(HstsStep.WEEK, false, Duration.ofDays(8));
        assertThat(week.heldFrom()).isEqualTo(NOW.minus(Duration.ofDays(1)));
        assertThat(week.changed(HstsStep.WEEK, true, NOW).subdomains()).isTrue();
        assertThat(week.changed(HstsStep.WEEK, false, NOW).subdomains()).isFalse();
        assertThat(week.changed(HstsStep.NONE, true, NOW).subdomains()).isFalse();
        assertThat(Hsts.NEVER.hindrance(HstsStep.YEAR, false, NOW).orElseThrow())
                .contains("The next is: " + HstsStep.MINUTES.words() + ".");
        assertThat(HstsStep.MINUTES.words()).contains("5 minutes");
    }
}
