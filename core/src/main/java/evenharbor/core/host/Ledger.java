package evenharbor.core.host;

import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What we put on a host, as far as we know.
 *
 * @param files by path, what was put there and how the host said it looks since
 */
public record Ledger(Map<String, Put> files) {

    /** Nothing was put there. */
    public static final Ledger EMPTY = new Ledger(Map.of());

    /** Copies the map, sorted. */
    public Ledger {
        files = Collections.unmodifiableMap(new TreeMap<>(files));
    }

    /**
     * A file we put there.
     *
     * @param hash SHA-256 of its content
     * @param size bytes
     * @param changed when the host says it was changed, since we put it; empty when it does not say
     */
    public record Put(String hash, long size, Optional<Instant> changed) {}
}
