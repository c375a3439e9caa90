package evenharbor.core.common;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** How long to wait before a thing is handed over again that another machine did not take: seconds at first, a day at last. */
public final class RetryPauses {

    private static final List<Duration> PAUSES = List.of(
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(5),
            Duration.ofMinutes(15),
            Duration.ofHours(1),
            Duration.ofHours(4),
            Duration.ofHours(12),
            Duration.ofDays(1));

    private RetryPauses() {}

    /** The pause after so many tries that failed, counted without the last; empty when there is no other. */
    public static Optional<Duration> after(int failed) {
        return failed < PAUSES.size() ? Optional.of(PAUSES.get(failed)) : Optional.empty();
    }
}
