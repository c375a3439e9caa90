package evenharbor.cli;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * What the files of a folder were hashed to last time, so that a file is read again only when something tells that it may
 * differ. It is a convenience: what is missing, damaged or cannot be written is done without.
 */
final class HashCache {

    private static final String KIND = "even-harbor hashes 1";

    /** A file changed so shortly before it was read may be changed again without its times telling. */
    private static final long UNSETTLED_NANOS = TimeUnit.SECONDS.toNanos(2);

    private final Path file;
    private final Map<String, Known> known;

    private record Known(Stamp stamp, String hash) {}

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

    private HashCache(Path file, Map<String, Known> known) {
        this.file = file;
        this.known = known;
    }

    /** The one of a folder, in the caches of whoever runs this. */
    static HashCache of(Path folder) {
        String caches = System.getenv("XDG_CACHE_HOME");
        Path home = caches == null || caches.isBlank()
                ? Path.of(System.getProperty("user.home", "."), ".cache")
                : Path.of(caches);
        String name = HexFormat.of()
                .formatHex(Folder.sha256()
                        .digest(folder.toAbsolutePath().normalize().toString().getBytes(StandardCharsets.UTF_8)));
        return open(home.resolve("even-harbor").resolve(name.substring(0, 24) + ".hashes"));
    }

    static HashCache open(Path file) {
        Map<String, Known> known = new HashMap<>();
        try (BufferedReader in = Files.newBufferedReader(file)) {
            if (KIND.equals(in.readLine())) {
                for (String line = in.readLine(); line != null; line = in.readLine()) {
                    String[] parts = line.split(" ", 5);
                    known.put(
                            parts[4],
                            new Known(
                                    new Stamp(
                                            Long.parseLong(parts[0]),
                                            Long.parseLong(parts[1]),
                                            Long.parseLong(parts[2])),
                                    parts[3]));
                }
            }
        } catch (IOException | RuntimeException e) {
            known.clear();
        }
        return new HashCache(file, known);
    }

    /** What a file was hashed to when it stood as it does now. @param path from the folder */
    Optional<String> hash(String path, Stamp stamp) {
        return Optional.ofNullable(known.get(path))
                .filter(each -> each.stamp().equals(stamp))
                .map(Known::hash);
    }

    /** Keeps what files were hashed to. @param read when they began to be read, in nanoseconds since 1970 */
    void keep(List<Folder.Entry> entries, long read) {
        try {
            Files.createDirectories(file.getParent());
            Path temporary = Files.createTempFile(file.getParent(), "", ".tmp");
            try {
                write(temporary, entries, read);
                Files.move(temporary, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            } finally {
                Files.deleteIfExists(temporary);
            }
        } catch (IOException | UnsupportedOperationException e) {
            // Next time all are read again.
        }
    }

    private static void write(Path temporary, List<Folder.Entry> entries, long read) throws IOException {
        try (Writer out = Files.newBufferedWriter(temporary)) {
            out.write(KIND + "\n");
            for (Folder.Entry entry : entries) {
                Stamp stamp = entry.stamp();
                boolean settled = Math.max(stamp.modified(), stamp.changed()) < read - UNSETTLED_NANOS;
                if (settled && entry.path().indexOf('\n') < 0) {
                    out.write(stamp.size() + " " + stamp.modified() + " " + stamp.changed() + " " + entry.hash() + " "
                            + entry.path() + "\n");
                }
            }
        }
    }
}
