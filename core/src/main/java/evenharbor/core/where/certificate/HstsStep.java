package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How long browsers are made to promise to come by HTTPS only (RFC 6797). Raised a step at a time, each once the one
 * before has held.
 */
public enum HstsStep {
    NONE(Duration.ZERO, Duration.ZERO, "no promise"),
    MINUTES(Duration.ofMinutes(5), Duration.ofMinutes(5), "for 5 minutes at a time"),
    WEEK(Duration.ofDays(7), Duration.ofDays(7), "for a week at a time"),
    YEAR(Duration.ofDays(365), Duration.ofDays(365), "for a year at a time");

    private final Duration age;
    private final Duration trial;
    private final String words;

    HstsStep(Duration age, Duration trial, String words) {
        this.age = age;
        this.trial = trial;
        this.words = words;
    }

    /** For how long a browser keeps the promise after each visit. */
    public Duration age() {
        return age;
    }

    /** How long it lasts, in words. */
    public String words() {
        return words;
    }

    /** The step after this one; empty after the last. */
    public Optional<HstsStep> higher() {
        return this == YEAR ? Optional.empty() : Optional.of(values()[ordinal() + 1]);
    }

    /** From when the next step may be taken: this one has to have held for as long as it lasts. */
    Instant heldAt(Instant since) {
        return since.plus(trial);
    }
}
