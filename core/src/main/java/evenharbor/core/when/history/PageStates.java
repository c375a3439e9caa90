package evenharbor.core.when.history;

import evenharbor.core.what.version.FileEntry;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The history of one file: its distinct states only, whatever else changed meanwhile. */
public final class PageStates {

    /**
     * What a file was over some versions that follow each other.
     *
     * @param file the file; empty where there was none, after there had been one
     * @param first number of the first version that had it so
     * @param last number of the last one
     * @param from when the first one was made
     * @param until when the last one was made
     */
    public record PageState(Optional<FileEntry> file, int first, int last, Instant from, Instant until) {}

    private PageStates() {}

    /** The states of a file, the earliest first. @param versions the versions, the earliest first */
    public static List<PageState> of(String path, List<VersionFiles> versions) {
        List<PageState> states = new ArrayList<>();
        for (VersionFiles version : versions) {
            Optional<FileEntry> file = version.files().at(path);
            PageState last = states.isEmpty() ? null : states.get(states.size() - 1);
            if (last == null && file.isEmpty()) {
                continue;
            }
            if (last != null && hash(last.file()).equals(hash(file))) {
                states.set(
                        states.size() - 1,
                        new PageState(last.file(), last.first(), version.number(), last.from(), version.at()));
            } else {
                states.add(new PageState(file, version.number(), version.number(), version.at(), version.at()));
            }
        }
        return List.copyOf(states);
    }

    private static String hash(Optional<FileEntry> file) {
        return file.map(FileEntry::hash).orElse("");
    }
}
