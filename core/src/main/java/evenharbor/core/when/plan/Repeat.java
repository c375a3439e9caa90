package evenharbor.core.when.plan;

import java.time.LocalDate;
import java.time.Period;
import java.time.format.DateTimeFormatter;
import java.util.Optional;

/**
 * How a plan comes again.
 *
 * @param every after what
 * @param interval after how many of these; at least 1
 * @param last the last day on which it may begin; empty for ever
 */
public record Repeat(Every every, int interval, Optional<LocalDate> last) {

    /** After what a plan comes again. */
    public enum Every {
        WEEK("WEEKLY"),
        MONTH("MONTHLY"),
        YEAR("YEARLY");

        private final String frequency;

        Every(String frequency) {
            this.frequency = frequency;
        }
    }

    /**
     * As a rule of RFC 5545 (section 3.3.10). A day that a month does not have is its last day (RFC 7529 section 4.1): who
     * closes on the 31st of each month means the end of the month.
     */
    public String rule() {
        return "RSCALE=GREGORIAN;FREQ=" + every.frequency + ";INTERVAL=" + interval + ";SKIP=BACKWARD"
                + last.map(day -> ";UNTIL=" + DateTimeFormatter.BASIC_ISO_DATE.format(day) + "T235959")
                        .orElse("");
    }

    /** The shortest time between two beginnings. */
    Period shortest() {
        return switch (every) {
            case WEEK -> Period.ofWeeks(interval);
            case MONTH -> Period.ofDays(28 * interval);
            case YEAR -> Period.ofDays(365 * interval);
        };
    }
}
