package evenharbor.edge.blob;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** One look through a directory of contents, to let go of what nothing needs. */
final class DirectorySweep {

    /** How long the name of a content is; what comes behind it tells packed forms. */
    static final int HASH_DIGITS = 64;

    /** What the names of contents begin with that were taken away, before they are let go of. */
    private static final String TAKEN = "taken-";

    /** Where the forms of contents lie. */
    interface Places {
        Path at(String hash, Coding coding);
    }

    private final Places places;
    private final Path temporary;
    private long kept;
    private long spared;
    private long removed;
    private long bytes;

    DirectorySweep(Places places, Path temporary) {
        this.places = places;
        this.temporary = temporary;
    }

    /** Removes what was left under temporary names before an instant. What a killed sweep had taken away is put back. */
    void tidy(Instant before) throws IOException {
        try (Stream<Path> left = Files.list(temporary)) {
            for (Path path : left.toList()) {
                if (path.getFileName().toString().startsWith(TAKEN)) {
                    putBack(path);
                } else if (Files.getLastModifiedTime(path).toInstant().isBefore(before)) {
                    Files.deleteIfExists(path);
                }
            }
        }
    }

    private void putBack(Path taken) throws IOException {
        String hash = taken.getFileName().toString().substring(TAKEN.length());
        Files.move(taken, places.at(hash, Coding.IDENTITY), StandardCopyOption.ATOMIC_MOVE);
    }

    Blobs.Swept of(List<Path> folders, Predicate<String> needed, Instant before) throws IOException {
        tidy(Instant.MIN);
        FileTime young = FileTime.from(before);
        for (Path folder : folders) {
            for (String hash : unneeded(folder, needed)) {
                remove(hash, young);
            }
        }
        return new Blobs.Swept(kept, spared, removed, bytes);
    }

    private Set<String> unneeded(Path folder, Predicate<String> needed) {
        Set<String> unneeded = new HashSet<>();
        // Names alone cost far less than a stream of paths.
        String[] names = folder.toFile().list();
        for (String name : names == null ? new String[0] : names) {
            if (name.length() < HASH_DIGITS) {
                continue;
            }
            String hash = name.length() > HASH_DIGITS ? name.substring(0, HASH_DIGITS) : name;
            if (!needed.test(hash)) {
                unneeded.add(hash);
            } else if (hash.length() == name.length()) {
                kept++;
            }
        }
        return unneeded;
    }

    /**
     * Removes a content unless it is young. It is taken away before it is looked at for the last time: whoever makes it
     * young before that is seen here, and whoever comes after it finds nothing and puts the content anew.
     */
    private void remove(String hash, FileTime young) throws IOException {
        Path content = places.at(hash, Coding.IDENTITY);
        if (!old(content, young)) {
            spared++;
            return;
        }
        Path taken = temporary.resolve(TAKEN + hash);
        try {
            Files.move(content, taken, StandardCopyOption.ATOMIC_MOVE);
        } catch (NoSuchFileException e) {
            // Packed forms of what is not there any more.
            removeForms(hash);
            return;
        }
        if (!old(taken, young)) {
            putBack(taken);
            spared++;
            return;
        }
        bytes += Files.size(taken);
        removeForms(hash);
        Files.delete(taken);
        removed++;
    }

    private static boolean old(Path file, FileTime young) throws IOException {
        try {
            return Files.getLastModifiedTime(file).compareTo(young) < 0;
        } catch (NoSuchFileException e) {
            return true;
        }
    }

    private void removeForms(String hash) throws IOException {
        for (Coding coding : Coding.values()) {
            Path form = places.at(hash, coding);
            if (coding != Coding.IDENTITY && Files.exists(form)) {
                bytes += Files.size(form);
                Files.deleteIfExists(form);
            }
        }
    }
}
