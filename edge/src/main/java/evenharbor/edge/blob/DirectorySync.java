package evenharbor.edge.blob;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.Collection;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/** Gets files and their names onto the disk: few one by one, many by syncing the whole file system. */
final class DirectorySync {

    /** With more files or folders than this to sync, all of the file system is synced instead. */
    private static final int MOST_ONE_BY_ONE = 16;

    private final String command;
    private final Path temporary;
    private final Set<Path> unsettled = ConcurrentHashMap.newKeySet();
    private final Object settling = new Object();

    /** All that got its name before this time of the file system is on disk: it was synced as a whole since. */
    private volatile FileTime allSettledBefore = FileTime.fromMillis(0);

    /** @param command what syncs the file system that a path given behind {@code -f} lies in @param temporary a folder in it */
    DirectorySync(String command, Path temporary) {
        this.command = command;
        this.temporary = temporary;
    }

    /** A name in a folder was given, or is about to be: it is on disk once all is settled. */
    void named(Path folder) {
        unsettled.add(folder);
    }

    /** The same for a name that was there already, unless it is known to be on disk. */
    void found(Path file, FileTime placed) {
        if (placed.compareTo(allSettledBefore) >= 0) {
            unsettled.add(file.getParent());
        }
    }

    /** Gets what was written to files onto the disk. */
    void written(Collection<Path> files) throws IOException {
        if (files.size() <= MOST_ONE_BY_ONE || !syncFileSystem()) {
            for (Path file : files) {
                sync(file, StandardOpenOption.WRITE);
            }
        }
    }

    /** Gets all names that were given onto the disk. */
    void settle() throws IOException {
        // One after the other: whoever finds nothing left to settle must not go on before it is settled.
        synchronized (settling) {
            Set<Path> folders = Set.copyOf(unsettled);
            if (folders.size() <= MOST_ONE_BY_ONE || !syncFileSystem()) {
                for (Path folder : folders) {
                    sync(folder, StandardOpenOption.READ);
                }
            }
            unsettled.removeAll(folders);
        }
    }

    /** When a file got its name: its last change of status (POSIX rename). The end of time where that is not known. */
    static FileTime placedAt(Path file) {
        try {
            return (FileTime) Files.getAttribute(file, "unix:ctime");
        } catch (IOException | IllegalArgumentException | UnsupportedOperationException e) {
            return FileTime.fromMillis(Long.MAX_VALUE);
        }
    }

    /** The time by the file system's own clock; the beginning of time where that is not known. */
    private FileTime fileSystemTime() throws IOException {
        Path mark = Files.createFile(temporary.resolve(UUID.randomUUID().toString()));
        FileTime now = placedAt(mark);
        Files.delete(mark);
        return now.toMillis() == Long.MAX_VALUE ? FileTime.fromMillis(0) : now;
    }

    private static void sync(Path path, StandardOpenOption way) throws IOException {
        try (FileChannel channel = FileChannel.open(path, way)) {
            channel.force(true);
        }
    }

    /**
     * Java can sync single files only; the system's own command does a whole file system in one go.
     *
     * @return false when it did not, for whatever reason: a process may not be had, as while the JDK is replaced by an
     *     update. Then all is synced one by one.
     */
    private boolean syncFileSystem() throws IOException {
        FileTime before = fileSystemTime();
        try {
            Process sync = new ProcessBuilder(command, "-f", temporary.toString())
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            boolean done = sync.waitFor() == 0;
            allSettledBefore = done ? before : allSettledBefore;
            return done;
        } catch (IOException | Error e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Interrupted", e);
        }
    }
}
