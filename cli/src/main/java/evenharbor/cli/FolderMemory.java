package evenharbor.cli;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/**
 * What is remembered of a folder: what its files were hashed to, so that a file is read again only when something tells
 * that it may differ, and which draft they became, so that only what differs from it is told. It is a convenience: what is
 * missing, damaged or cannot be written is done without.
 */
final class FolderMemory {

    private static final String KIND = "even-harbor folder 1";

    /** A file changed so shortly before it was read may be changed again without its times telling. */
    private static final long UNSETTLED_NANOS = TimeUnit.SECONDS.toNanos(2);

    private final Path file;
    private final String draft;
    private final Map<String, Known> known;

    /** @param settled whether the stamp tells that the content is the same */
    private record Known(boolean settled, Stamp stamp, String hash) {}

    /** What a folder differs in from what it was. @param removed paths from the folder */
    record Difference(List<Folder.Entry> changed, List<String> removed) {

        boolean isNone() {
            return changed.isEmpty() && removed.isEmpty();
        }
    }

    /**
     * How a file stands without reading it.
     *
     * @param modified in nanoseconds, which programs can set as they like
     * @param changed in nanoseconds, which the system alone sets; the same as modified where it has no such time
     */
    record Stamp(long size, long modified, long changed) {

        static Stamp of(Path file) throws IOException {
            try {
                Map<String, Object> is = Files.readAttributes(file, "unix:size,lastModifiedTime,ctime");
                return new Stamp((Long) is.get("size"), nanos(is.get("lastModifiedTime")), nanos(is.get("ctime")));
            } catch (UnsupportedOperationException e) {
                long modified = nanos(Files.getLastModifiedTime(file));
                return new Stamp(Files.size(file), modified, modified);
            }
        }

        private static long nanos(Object time) {
            return ((FileTime) time).to(TimeUnit.NANOSECONDS);
        }
    }

    private FolderMemory(Path file, String draft, Map<String, Known> known) {
        this.file = file;
        this.draft = draft;
        this.known = known;
    }

    /** The one of a folder, in the caches of whoever runs this. */
    static FolderMemory of(Path folder) {
        String caches = System.getenv("XDG_CACHE_HOME");
        Path home = caches == null || caches.isBlank()
                ? Path.of(System.getProperty("user.home", "."), ".cache")
                : Path.of(caches);
        String name = HexFormat.of()
                .formatHex(Folder.sha256()
                        .digest(folder.toAbsolutePath().normalize().toString().getBytes(StandardCharsets.UTF_8)));
        return open(home.resolve("even-harbor").resolve(name.substring(0, 24) + ".folder"));
    }

    static FolderMemory open(Path file) {
        try (BufferedReader in = Files.newBufferedReader(file)) {
            if (!KIND.equals(in.readLine())) {
                return new FolderMemory(file, "", Map.of());
            }
            String draft = in.readLine();
            int count = Integer.parseInt(in.readLine());
            Map<String, Known> known = new HashMap<>(2 * count);
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String[] parts = line.split(" ", 6);
                Stamp stamp = new Stamp(Long.parseLong(parts[1]), Long.parseLong(parts[2]), Long.parseLong(parts[3]));
                known.put(parts[5], new Known(parts[0].equals("="), stamp, parts[4]));
            }
            // Cut short, it would call files new that are not, and forget those that are gone.
            return new FolderMemory(file, known.size() == count ? draft : "", known);
        } catch (IOException | RuntimeException e) {
            return new FolderMemory(file, "", Map.of());
        }
    }

    /** What a file was hashed to when it stood as it does now. @param path from the folder */
    Optional<String> hash(String path, Stamp stamp) {
        return Optional.ofNullable(known.get(path))
                .filter(each -> each.settled() && each.stamp().equals(stamp))
                .map(Known::hash);
    }

    /** What differs from the folder as it became a draft; empty when it became another, or that is not known. */
    Optional<Difference> since(String draft, List<Folder.Entry> now) {
        if (draft.isEmpty() || !draft.equals(this.draft)) {
            return Optional.empty();
        }
        List<Folder.Entry> changed = new ArrayList<>();
        for (Folder.Entry entry : now) {
            Known before = known.get(entry.path());
            if (before == null || !before.hash().equals(entry.hash())) {
                changed.add(entry);
            }
        }
        if (now.size() - changed.size() == known.size()) {
            return Optional.of(new Difference(changed, List.of()));
        }
        Set<String> there = now.stream().map(Folder.Entry::path).collect(Collectors.toSet());
        List<String> removed =
                known.keySet().stream().filter(path -> !there.contains(path)).toList();
        return Optional.of(new Difference(changed, removed));
    }

    /**
     * Keeps what a folder was read as.
     *
     * @param draft what tells the draft that it became from all others; empty when it became none
     */
    void keep(Folder.Reading reading, String draft) {
        try {
            Files.createDirectories(file.getParent());
            Path temporary = Files.createTempFile(file.getParent(), "", ".tmp");
            try {
                write(temporary, reading, draft);
                Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            } finally {
                Files.deleteIfExists(temporary);
            }
        } catch (IOException | UnsupportedOperationException e) {
            // Next time all are read again.
        }
    }

    private static void write(Path temporary, Folder.Reading reading, String draft) throws IOException {
        List<Folder.Entry> entries = reading.entries();
        StringBuilder all = new StringBuilder(128 * (entries.size() + 1));
        all.append(KIND).append('\n').append(draft).append('\n').append(entries.size());
        for (Folder.Entry entry : entries) {
            Stamp stamp = entry.stamp();
            boolean settled = Math.max(stamp.modified(), stamp.changed()) < reading.began() - UNSETTLED_NANOS;
            all.append(settled ? "\n= " : "\n? ").append(stamp.size());
            all.append(' ').append(stamp.modified()).append(' ').append(stamp.changed());
            all.append(' ').append(entry.hash()).append(' ').append(entry.path());
        }
        try (Writer out = Files.newBufferedWriter(temporary)) {
            out.append(all).append('\n');
        }
    }
}
