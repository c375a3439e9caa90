package evenharbor.edge.serve;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;

/** Counts the tries of visitors to come in, so that nobody tries until it fits. */
final class Tries {

    /** What tries are counted in. */
    static final Duration WINDOW = Duration.ofMinutes(1);

    private static final int MOST = 10;
    private static final int MOST_IN_ALL = 200;

    private final Cache<String, AtomicInteger> counted =
            Caffeine.newBuilder().expireAfterWrite(WINDOW).maximumSize(20_000).build();

    /**
     * Counts a try before it is judged: many at once are not let through together.
     *
     * @param part id of what the visitor wants to come in to
     * @return whether they may try
     */
    boolean more(String part, String address) {
        return own(part, address).incrementAndGet() <= MOST && all(part).incrementAndGet() <= MOST_IN_ALL;
    }

    /** What succeeded was no try. */
    void succeeded(String part, String address) {
        own(part, address).decrementAndGet();
        all(part).decrementAndGet();
    }

    private AtomicInteger own(String part, String address) {
        return counted.get(part + " " + network(address), k -> new AtomicInteger());
    }

    private AtomicInteger all(String part) {
        return counted.get(part, k -> new AtomicInteger());
    }

    /** Who has an IPv6 network has as many numbers as they like: the network counts. */
    private static String network(String address) {
        return address == null || address.indexOf(':') < 0
                ? String.valueOf(address)
                : Arrays.stream(address.split(":")).limit(4).collect(Collectors.joining(":"));
    }
}
