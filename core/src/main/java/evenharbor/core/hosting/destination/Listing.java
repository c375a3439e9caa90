package evenharbor.core.hosting.destination;

import evenharbor.core.what.version.Manifest;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
     * @param within how exactly the host says when: the true time is within this long of it
     * @param hash SHA-256 of its content, where the host told it or it was read back
     */
    public record Found(long size, Optional<Instant> changed, Duration within, Optional<String> hash) {

        /** A file whose time is known to the second. */
        public static Found at(long size, Instant changed) {
            return new Found(size, Optional.of(changed), Duration.ofSeconds(1), Optional.empty());
        }

        /** The same, with its content known for certain. */
        public Found known(String content) {
            return new Found(size, changed, within, Optional.of(content));
        }

        /** Whether it is, as far as can be told, what we put there. */
        public boolean isAs(Ledger.Put put) {
            if (hash.isPresent()) {
                return hash.get().equals(put.hash());
            }
            return size == put.size()
                    && changed.flatMap(now -> put.changed()
                                    .map(then ->
                                            Duration.between(then, now).abs().compareTo(within) <= 0))
                            .orElse(true);
        }

        /** Whether it is, for certain, this content. */
        boolean isCertainly(String content) {
            return hash.filter(content::equals).isPresent();
        }
    }

    /** What was read back once stays known as long as size and time stay the same. */
    public Listing remembering(Listing before) {
        Map<String, Found> all = new TreeMap<>(files);
        before.files.forEach((path, was) -> {
            Found now = all.get(path);
            boolean same = now != null
                    && now.changed().isPresent()
                    && now.changed().equals(was.changed())
                    && now.size() == was.size();
            if (same && was.hash().isPresent()) {
                all.put(path, now.known(was.hash().get()));
            }
        });
        return new Listing(all);
    }

    /**
     * Where only reading tells whether what is there is what shall be there, or what we put there: it has the right size, but
     * another time than we know, or we do not know of it at all.
     *
     * @return bytes by path
     */
    public Map<String, Long> doubtful(Manifest toBe, Ledger ledger) {
        Map<String, Long> doubtful = new TreeMap<>();
        files.forEach((path, found) -> {
            Ledger.Put put = ledger.files().get(path);
            boolean told = found.hash().isPresent() || put != null && found.isAs(put);
            boolean likely = put != null && put.size() == found.size()
                    || toBe.at(path).filter(file -> file.size() == found.size()).isPresent();
            if (!told && likely) {
                doubtful.put(path, found.size());
            }
        });
        return doubtful;
    }

    /** The listing with some files read back: one whose hash is missing is gone since. */
    public Listing knowing(Collection<String> read, Map<String, String> hashes) {
        Map<String, Found> all = new TreeMap<>(files);
        read.forEach(path ->
                all.computeIfPresent(path, (p, found) -> hashes.containsKey(p) ? found.known(hashes.get(p)) : null));
        return new Listing(all);
    }

    /** What is there once a plan has been carried out, as the ledger has it by then. */
    public Listing after(HostPlan plan, Ledger then) {
        Map<String, Found> changed = new TreeMap<>();
        for (HostPlan.Step step : plan.steps()) {
            Ledger.Put put = then.files().get(step.path());
            if (put != null) {
                changed.put(step.path(), new Found(put.size(), put.changed(), Duration.ofSeconds(1), Optional.empty()));
            }
        }
        return with(plan.steps().stream().map(HostPlan.Step::path).toList(), changed);
    }

    /** The listing with some paths looked at again: those in {@code now} are as they are there, the others are gone. */
    public Listing with(Collection<String> lookedAt, Map<String, Found> now) {
        Map<String, Found> all = new TreeMap<>(files);
        all.keySet().removeAll(Set.copyOf(lookedAt));
        all.putAll(now);
        return new Listing(all);
    }
}
