package evenharbor.core.host;

import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What is on a host, as it lists it.
 *
 * @param files by path
 */
public record Listing(Map<String, Found> files) {

    /** Nothing is there. */
    public static final Listing EMPTY = new Listing(Map.of());

    /** Copies the map, sorted. */
    public Listing {
        files = Collections.unmodifiableMap(new TreeMap<>(files));
    }

    /**
     * A file that is there.
     *
     * @param size bytes
     * @param changed when it was changed; empty when the host does not say
     * @param hash SHA-256 of its content, where the host told it or it was read back
     */
    public record Found(long size, Optional<Instant> changed, Optional<String> hash) {

        /** Whether it is, as far as can be told, what we put there. */
        boolean isAs(Ledger.Put put) {
            if (hash.isPresent()) {
                return hash.get().equals(put.hash());
            }
            return size == put.size()
                    && (changed.isEmpty() || put.changed().isEmpty() || changed.equals(put.changed()));
        }

        /** Whether it is, for certain, this content. */
        boolean isCertainly(String content) {
            return hash.filter(content::equals).isPresent();
        }
    }
}
