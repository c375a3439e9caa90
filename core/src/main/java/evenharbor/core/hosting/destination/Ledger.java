package evenharbor.core.hosting.destination;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
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

    /** How many pages of a build are in place. */
    public long pagesOf(Manifest build) {
        return build.files().entrySet().stream()
                .filter(file -> SitePath.isPage(file.getKey()))
                .filter(file -> {
                    Put put = files.get(file.getKey());
                    return put != null && put.hash().equals(file.getValue().hash());
                })
                .count();
    }

    /**
     * What was about to be put when work was cut off, and of which only reading tells whether it got there: something of the
     * right size is there, and it is not for certain what was there before.
     *
     * @param begun what was about to be put, by path
     * @param there how these paths are now
     * @return bytes by path
     */
    public Map<String, Long> unsettled(Map<String, FileEntry> begun, Map<String, Listing.Found> there) {
        Map<String, Long> unsettled = new TreeMap<>();
        there.forEach((path, found) -> {
            Put before = files.get(path);
            boolean unchanged = before != null && found.changed().isPresent() && found.isAs(before);
            if (!unchanged && found.size() == begun.get(path).size()) {
                unsettled.put(path, found.size());
            }
        });
        return unsettled;
    }

    /** Of what we put there, what still has its size and may be read back. @return bytes by path */
    public Map<String, Long> readable(Listing there) {
        Map<String, Long> readable = new TreeMap<>();
        files.forEach((path, put) -> {
            Listing.Found found = there.files().get(path);
            if (found != null && found.size() == put.size()) {
                readable.put(path, put.size());
            }
        });
        return readable;
    }

    /**
     * How what is there compares with what we put there.
     *
     * @param files how many we put there
     * @param differing how many of them are something else now
     * @param missing how many of them are not there
     */
    public record Comparison(int files, int differing, int missing) {}

    /** Compares what is there with what we put there. */
    public Comparison compare(Listing there) {
        int differing = 0;
        int missing = 0;
        for (Map.Entry<String, Put> put : files.entrySet()) {
            Listing.Found found = there.files().get(put.getKey());
            missing += found == null ? 1 : 0;
            differing += found == null || found.isAs(put.getValue()) ? 0 : 1;
        }
        return new Comparison(files.size(), differing, missing);
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
