package evenharbor.app.harbor.route;

import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Sites whose routes could not be made: each is tried again by itself, with growing pauses. */
final class FailedSites {

    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(1);

    private record Failure(Duration pause, Instant again) {}

    private final Map<String, Failure> failures = new ConcurrentHashMap<>();

    /** Notes a failure. @return whether it is the first in a row */
    boolean add(String siteId, Instant now) {
        Failure before = failures.get(siteId);
        Duration pause = before == null ? FIRST_PAUSE : before.pause().multipliedBy(2);
        if (pause.compareTo(LONGEST_PAUSE) > 0) {
            pause = LONGEST_PAUSE;
        }
        failures.put(siteId, new Failure(pause, now.plus(pause)));
        return before == null;
    }

    void mended(String siteId) {
        failures.remove(siteId);
    }

    /** The sites to try again. */
    Set<String> due(Instant now) {
        Set<String> due = new HashSet<>();
        failures.forEach((site, failure) -> {
            if (!now.isBefore(failure.again())) {
                due.add(site);
            }
        });
        return due;
    }

    Set<String> sites() {
        return Set.copyOf(failures.keySet());
    }
}
