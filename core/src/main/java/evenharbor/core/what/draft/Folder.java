package evenharbor.core.what.draft;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;

/**
 * A folder of a site with all that lies in it, as a part that can be held beside the same part of another state or site.
 *
 * @param path from the site's root, with a slash at its end, as {@code brand/}
 */
public record Folder(String path) {

    /** The folder that a person typed or chose; empty when it cannot be one. */
    public static Optional<Folder> read(String typed) {
        String bare = typed.strip().replaceAll("^/+|/+$", "");
        return SitePath.read(bare) instanceof SitePath.Clean clean && !SitePath.isHidden(clean.path())
                ? Optional.of(new Folder(clean.path() + "/"))
                : Optional.empty();
    }

    /** The files of a state that lie in it, by path. */
    public SortedMap<String, FileEntry> of(Manifest files) {
        // The slash is the last character of the path; what comes after it in the order of characters begins elsewhere.
        return files.files().subMap(path, path.substring(0, path.length() - 1) + (char) ('/' + 1));
    }

    /** A state with other files in it; all else stays. */
    public Manifest with(Manifest files, Map<String, FileEntry> inside) {
        return of(files).equals(inside)
                ? files
                : files.with(all -> {
                    of(files).keySet().forEach(all::remove);
                    all.putAll(inside);
                });
    }

    /** Whether a file can lie in both. */
    public boolean meets(Folder other) {
        return path.startsWith(other.path) || other.path.startsWith(path);
    }
}
