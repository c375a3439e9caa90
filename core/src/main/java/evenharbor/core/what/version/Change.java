package evenharbor.core.what.version;

import java.util.Optional;

/**
 * One difference between two manifests.
 *
 * @param kind what happened
 * @param path the path now; for a removed file the path it had
 * @param from the path before, for a moved file
 * @param before the file before; empty when added
 * @param after the file now; empty when removed
 * @param page whether it is a page, not an asset
 */
public record Change(
        Kind kind,
        String path,
        Optional<String> from,
        Optional<FileEntry> before,
        Optional<FileEntry> after,
        boolean page) {

    /** What can happen to a file. */
    public enum Kind {
        ADDED,
        CHANGED,
        REMOVED,
        MOVED
    }

    /** Whether the content differs, not only the place. */
    public boolean edited() {
        return before.isPresent() && after.isPresent() && !before.get().sameContent(after.get());
    }
}
