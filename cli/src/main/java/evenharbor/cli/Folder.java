package evenharbor.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;

/** The files of a folder, each with what it is called in a site, how large it is and its SHA-256. */
final class Folder {

    private static final int CHUNK = 1 << 16;

    private Folder() {}

    /** @param path with slashes, from the folder @param hash in lower-case hex digits @param stamp before it was read */
    record Entry(String path, long size, String hash, Path file, FolderMemory.Stamp stamp) {}

    /**
     * What a folder was read as.
     *
     * @param before what was remembered of it
     * @param began when it began to be read, in nanoseconds since 1970
     */
    record Reading(FolderMemory before, List<Entry> entries, long began) {

        /** Remembers it for the next time. @param draft what tells the draft that it became from all others, or nothing */
        void remember(String draft) {
            before.keep(this, draft);
        }
    }

    /** Begins to read a folder, while its harbor is asked what is to become of it. */
    static CompletableFuture<Reading> begin(Path folder) {
        return CompletableFuture.supplyAsync(() -> read(folder, FolderMemory.of(folder)));
    }

    /** What all files are; those of version control and of the system are left out. Only what may differ is read. */
    static Reading read(Path folder, FolderMemory before) {
        Instant now = Instant.now();
        List<Entry> entries = files(folder).parallelStream()
                .map(file -> entry(folder, file, before))
                .toList();
        return new Reading(before, entries, TimeUnit.SECONDS.toNanos(now.getEpochSecond()) + now.getNano());
    }

    /** How large files are and when they were changed, by path: what tells at little cost that something differs. */
    static Map<String, String> glance(Path folder) {
        Map<String, String> all = new TreeMap<>();
        for (Path file : files(folder)) {
            try {
                BasicFileAttributes is = Files.readAttributes(file, BasicFileAttributes.class);
                all.put(file.toString(), is.size() + " " + is.lastModifiedTime());
            } catch (IOException e) {
                // It went while it was looked at: the next look sees that.
                all.put(file.toString(), "gone");
            }
        }
        return all;
    }

    private static List<Path> files(Path folder) {
        if (!Files.isDirectory(folder)) {
            throw new Failure(Failure.REFUSED, folder + " is no folder.");
        }
        List<Path> files = new ArrayList<>();
        try {
            Files.walkFileTree(folder, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult preVisitDirectory(Path each, BasicFileAttributes attributes) {
                    return !each.equals(folder) && hidden(each)
                            ? FileVisitResult.SKIP_SUBTREE
                            : FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFile(Path each, BasicFileAttributes attributes) {
                    if (attributes.isRegularFile() && !hidden(each)) {
                        files.add(each);
                    }
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new Failure(Failure.REFUSED, "A file cannot be read: " + e.getMessage() + ". Nothing was changed.");
        }
        return files;
    }

    private static boolean hidden(Path file) {
        String name = file.getFileName().toString();
        return name.startsWith(".") && !name.equals(".well-known");
    }

    private static Entry entry(Path folder, Path file, FolderMemory before) {
        String path =
                folder.relativize(file).toString().replace(file.getFileSystem().getSeparator(), "/");
        try {
            FolderMemory.Stamp stamp = FolderMemory.Stamp.of(file);
            Optional<String> known = before.hash(path, stamp);
            return known.isPresent()
                    ? new Entry(path, stamp.size(), known.get(), file, stamp)
                    : hashed(path, file, stamp);
        } catch (IOException e) {
            throw new Failure(Failure.REFUSED, "“" + path + "” cannot be read. Nothing was changed.");
        }
    }

    private static Entry hashed(String path, Path file, FolderMemory.Stamp stamp) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest digest = sha256();
            byte[] chunk = new byte[CHUNK];
            long size = 0;
            for (int read = in.read(chunk); read >= 0; read = in.read(chunk)) {
                digest.update(chunk, 0, read);
                size += read;
            }
            return new Entry(path, size, HexFormat.of().formatHex(digest.digest()), file, stamp);
        }
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Each Java has SHA-256", e);
        }
    }
}
