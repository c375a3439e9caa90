package evenharbor.core.where.domain;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TermTest {

    private static final Instant NOW = Instant.parse("2026-11-25T12:00:00Z");

    private static Term term(Duration left, boolean renews) {
        return new Term(NOW.plus(left), renews);
    }

    /** What is due so long before the end, for one that renews itself and for one that does not. */
    @ParameterizedTest
    @CsvSource({
        "P365D, NOTHING, NOTHING",
        "P15D, NOTHING, NOTHING",
        "P14DT1S, NOTHING, NOTHING",
        "P14D, RENEW, NOTHING",
        "PT1S, RENEW, NOTHING",
        "PT0S, RENEW, END",
        "-PT1S, RENEW, END",
        "-P40D, RENEW, END",
    })
    void isRenewedInTimeOrEnds(Duration left, Term.Due renewing, Term.Due ending) {
        assertThat(term(left, true).due(NOW)).isEqualTo(renewing);
        assertThat(term(left, false).due(NOW)).isEqualTo(ending);
    }

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "P31D, -, 31",
                "P30DT1S, -, 30",
                "P30D, 30, 30",
                "P8D, 30, 8",
                "P7D, 7, 7",
                "P2D, 7, 2",
                "P1D, 1, 1",
                "PT1H, 1, 0",
                "PT0S, 1, 0",
                "-P9D, 1, 0",
            })
    void itsOwnerIsToldThreeTimes(Duration left, Integer notice, long days) {
        Term term = term(left, false);
        assertThat(term.notice(NOW).isPresent()).isEqualTo(notice != null);
        term.notice(NOW).ifPresent(told -> assertThat(told).isEqualTo(notice));
        assertThat(term.daysLeft(NOW)).isEqualTo(days);
        assertThat(term.endsSoon(NOW)).isEqualTo(notice != null);
        assertThat(term(left, true).endsSoon(NOW)).isFalse();
    }

    /** However often one looks, as it asks for, each notice is met and the end is noticed as it comes. */
    @Property
    void looksMissNothing(@ForAll @IntRange(min = 1, max = 60 * 24 * 60) int minutes) {
        Term term = term(Duration.ofMinutes(minutes), false);
        Instant now = NOW;
        int told = 0;
        int last = Integer.MAX_VALUE;
        while (!term.over(now)) {
            int days = term.notice(now).orElse(Integer.MAX_VALUE);
            told += days < last ? 1 : 0;
            last = Math.min(last, days);
            assertThat(term.nextLook(now)).isPositive();
            now = now.plus(term.nextLook(now));
        }
        assertThat(now).isEqualTo(term.end());
        int wanted = minutes > 12 * 60 ? (minutes > 7 * 24 * 60 ? 3 : minutes > 24 * 60 ? 2 : 1) : 1;
        assertThat(told).isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource({
        "PT0S, PT5S",
        "PT9M59S, PT5S",
        "PT10M, PT30S",
        "PT59M, PT30S",
        "PT1H, PT10M",
        "P6D, PT10M",
        "P7D, PT24H",
        "P400D, PT24H",
    })
    void aProofIsLookedForLessAndLessOften(Duration age, Duration next) {
        assertThat(Proof.nextLook(age)).isEqualTo(next);
    }
}
