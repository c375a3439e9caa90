package evenharbor.core.what.draft;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What someone did to files that they worked on for a while, so that it can be done to the draft as it is by then.
 *
 * @param put files that are new or other than they were, by path
 * @param removed paths of files that are gone
 */
public record FileEdits(Map<String, FileEntry> put, Set<String> removed) {

    /** What became of the files of a state. */
    public static FileEdits between(Manifest before, Map<String, FileEntry> after) {
        Map<String, FileEntry> put = new TreeMap<>();
        after.forEach((path, file) -> {
            if (!before.at(path).map(file::equals).orElse(false)) {
                put.put(path, file);
            }
        });
        Set<String> removed = new TreeSet<>(before.files().keySet());
        removed.removeAll(after.keySet());
        return new FileEdits(put, removed);
    }

    /** Whether nothing was done. */
    public boolean none() {
        return put.isEmpty() && removed.isEmpty();
    }

    /** The same done to another state: what nobody touched stays as it is there. */
    public Manifest on(Manifest files) {
        return files.with(all -> {
            removed.forEach(all::remove);
            all.putAll(put);
        });
    }

    /** In words, as "3 files, 1 removed". */
    public String words() {
        String files = put.size() == 1 ? "1 file" : put.size() + " files";
        return put.isEmpty()
                ? removed.size() == 1 ? "1 file removed" : removed.size() + " files removed"
                : removed.isEmpty() ? files : files + ", " + removed.size() + " removed";
    }
}
