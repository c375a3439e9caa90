package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Why a certificate could not be had.
 *
 * @param kind what kind of reason
 * @param sentence the reason in plain words
 * @param notBefore the time before which it is no use to try again, where the authority named one
 * @param at when it was met
 */
public record Hindrance(Kind kind, String sentence, Optional<Instant> notBefore, Instant at) {

    /** Kinds of reasons: each has its own way to be mended, and its own pace of trying again. */
    public enum Kind {
        AUTHORITY_AWAY(Duration.ofMinutes(1), Duration.ofHours(1), false, "Nothing to do. We try again by ourselves."),
        RATE_LIMITED(
                Duration.ofHours(1),
                Duration.ofHours(12),
                false,
                "Nothing to do. We wait for as long as we were told to."),
        BUDGET(
                Duration.ofMinutes(10),
                Duration.ofHours(6),
                false,
                "Nothing to do. We keep below the authority's limits and go on by ourselves."),
        CAA(
                Duration.ofHours(1),
                Duration.ofHours(12),
                true,
                "Let the domain's CAA records name this authority, or take them out."),
        NOT_REACHED(
                Duration.ofMinutes(5),
                Duration.ofHours(12),
                true,
                "See that the address's records lead here and nothing stands in the way."),
        WRONG_CONTENT(
                Duration.ofMinutes(5),
                Duration.ofHours(12),
                true,
                "Someone else answers at this name. See that all its records lead here."),
        REFUSED(
                Duration.ofHours(12),
                Duration.ofDays(1),
                true,
                "The authority does not issue for this name. Add a certificate, or use another name."),
        FAILED(Duration.ofMinutes(15), Duration.ofHours(6), false, "Nothing to do. We try again by ourselves.");

        private final Duration first;
        private final Duration longest;
        private final boolean mendable;
        private final String todo;

        Kind(Duration first, Duration longest, boolean mendable, String todo) {
            this.first = first;
            this.longest = longest;
            this.mendable = mendable;
            this.todo = todo;
        }

        /** Whether the person can do something about it. */
        public boolean mendable() {
            return mendable;
        }

        /** What to do, in a sentence. */
        public String todo() {
            return todo;
        }

        /** How long to wait after so many failures in a row: three times as long each time, to a limit. */
        Duration pause(int failures) {
            Duration pause = first;
            for (int i = 1; i < failures && pause.compareTo(longest) < 0; i++) {
                pause = pause.multipliedBy(3);
            }
            return pause.compareTo(longest) < 0 ? pause : longest;
        }
    }
}
