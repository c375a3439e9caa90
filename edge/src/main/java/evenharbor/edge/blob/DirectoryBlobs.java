package evenharbor.edge.blob;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.DigestInputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;

/**
 * Contents in a directory: {@code ab/ab12…}, with packed forms beside it. A file is written under a temporary name,
 * synced and renamed, so that one under its own name is always whole. Several processes may share the directory.
 */
public final class DirectoryBlobs implements Blobs {

    /** With more files or folders than this to sync, all of the file system is synced instead. */
    private static final int MOST_ONE_BY_ONE = 16;

    /** What has been put or asked for within this time is young enough to be left as it is. */
    private static final Duration YOUNG = Duration.ofHours(1);

    private static final int FOLDERS = 256;

    private final String syncCommand;
    private final Path root;
    private final Path temporary;
    private final Set<Path> unsettled = ConcurrentHashMap.newKeySet();
    private final Object settling = new Object();

    /** All that got its name before this time of the file system is on disk: it was synced as a whole since. */
    private volatile FileTime allSettledBefore = FileTime.fromMillis(0);

    /** Opens or makes the directory. */
    public DirectoryBlobs(Path root) throws IOException {
        this(root, "sync");
    }

    DirectoryBlobs(Path root, String syncCommand) throws IOException {
        this.syncCommand = syncCommand;
        this.root = root;
        this.temporary = Files.createDirectories(root.resolve("tmp"));
        for (int i = 0; i < FOLDERS; i++) {
            Files.createDirectories(folder(i));
        }
    }

    @Override
    public boolean has(String hash) {
        return present(file(hash, Coding.IDENTITY));
    }

    /** Whether a file is there, and makes it young, unless a sweep has just taken it away. */
    private static boolean present(Path file) {
        try {
            long now = System.currentTimeMillis();
            if (Files.getLastModifiedTime(file).toMillis() < now - YOUNG.toMillis()) {
                Files.setLastModifiedTime(file, FileTime.fromMillis(now));
            }
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    @Override
    public OptionalLong size(String hash, Coding coding) {
        try {
            long size = Files.size(file(hash, coding));
            return size == 0 && coding != Coding.IDENTITY ? OptionalLong.empty() : OptionalLong.of(size);
        } catch (IOException e) {
            return OptionalLong.empty();
        }
    }

    @Override
    public byte[] read(String hash, Coding coding) throws IOException {
        return Files.readAllBytes(file(hash, coding));
    }

    @Override
    public SeekableByteChannel open(String hash, Coding coding) throws IOException {
        return FileChannel.open(file(hash, coding), StandardOpenOption.READ);
    }

    @Override
    public String put(byte[] content) throws IOException {
        String hash = HexFormat.of().formatHex(sha256().digest(content));
        keep(content, file(hash, Coding.IDENTITY));
        return hash;
    }

    @Override
    public Kept put(InputStream content) throws IOException {
        Path written = newTemporary();
        try {
            MessageDigest digest = sha256();
            long size;
            try (FileChannel channel =
                            FileChannel.open(written, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
                    OutputStream out = new DigestOutputStream(Channels.newOutputStream(channel), digest)) {
                size = content.transferTo(out);
                channel.force(false);
            }
            String hash = HexFormat.of().formatHex(digest.digest());
            place(written, file(hash, Coding.IDENTITY));
            return new Kept(hash, size);
        } finally {
            Files.deleteIfExists(written);
        }
    }

    @Override
    public void putPacked(String hash, Coding coding, byte[] packed) throws IOException {
        keep(packed, file(hash, coding));
    }

    @Override
    public boolean isPacked(String hash, Coding coding) {
        return Files.exists(file(hash, coding));
    }

    @Override
    public boolean isSound(String hash) throws IOException {
        MessageDigest digest = sha256();
        try (InputStream in = new DigestInputStream(Files.newInputStream(file(hash, Coding.IDENTITY)), digest)) {
            in.transferTo(OutputStream.nullOutputStream());
        } catch (NoSuchFileException e) {
            return false;
        }
        return HexFormat.of().formatHex(digest.digest()).equals(hash);
    }

    @Override
    public Batch batch() {
        return new DirectoryBatch();
    }

    /** Contents under temporary names, synced all at once by the file system and then renamed. */
    private final class DirectoryBatch implements Batch {

        /** Where each content was written, by where it shall lie. */
        private final Map<Path, Path> written = new ConcurrentHashMap<>();

        @Override
        public String put(byte[] content) throws IOException {
            String hash = HexFormat.of().formatHex(sha256().digest(content));
            write(content, file(hash, Coding.IDENTITY));
            return hash;
        }

        @Override
        public Kept put(InputStream content) throws IOException {
            Path path = newTemporary();
            MessageDigest digest = sha256();
            try {
                long size;
                try (OutputStream out = new DigestOutputStream(
                        Files.newOutputStream(path, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE), digest)) {
                    size = content.transferTo(out);
                }
                String hash = HexFormat.of().formatHex(digest.digest());
                Path target = file(hash, Coding.IDENTITY);
                if (!kept(target) && written.putIfAbsent(target, path) == null) {
                    path = null;
                }
                return new Kept(hash, size);
            } finally {
                if (path != null) {
                    Files.deleteIfExists(path);
                }
            }
        }

        @Override
        public void putPacked(String hash, Coding coding, byte[] packed) throws IOException {
            write(packed, file(hash, coding));
        }

        private void write(byte[] content, Path target) throws IOException {
            if (kept(target)) {
                return;
            }
            Path path = newTemporary();
            if (written.putIfAbsent(target, path) == null) {
                Files.write(path, content, StandardOpenOption.CREATE_NEW);
            }
        }

        @Override
        public void settle() throws IOException {
            if (!written.isEmpty()) {
                if (written.size() <= MOST_ONE_BY_ONE || !syncFileSystem()) {
                    for (Path path : written.values()) {
                        sync(path, StandardOpenOption.WRITE);
                    }
                }
                for (Map.Entry<Path, Path> each : written.entrySet()) {
                    place(each.getValue(), each.getKey());
                }
                written.clear();
            }
            DirectoryBlobs.this.settle();
        }

        @Override
        public void close() throws IOException {
            for (Path path : written.values()) {
                Files.deleteIfExists(path);
            }
        }
    }

    @Override
    public void settle() throws IOException {
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

    /** Whether a content is here already. Whoever placed it may not have settled it yet, be it another process. */
    private boolean kept(Path target) {
        // Most contents that are put are new: what is not there is found out without an exception.
        if (!Files.exists(target)) {
            return false;
        }
        FileTime placed = placedAt(target);
        if (!present(target)) {
            return false;
        }
        if (placed.compareTo(allSettledBefore) >= 0) {
            unsettled.add(target.getParent());
        }
        return true;
    }

    /** When a file got its name: its last change of status (POSIX rename). The end of time where that is not known. */
    private static FileTime placedAt(Path file) {
        try {
            return (FileTime) Files.getAttribute(file, "unix:ctime");
        } catch (IOException | IllegalArgumentException | UnsupportedOperationException e) {
            return FileTime.fromMillis(Long.MAX_VALUE);
        }
    }

    /** The time by the file system's own clock; the beginning of time where that is not known. */
    private FileTime fileSystemTime() throws IOException {
        Path mark = Files.createFile(newTemporary());
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
            Process sync = new ProcessBuilder(syncCommand, "-f", temporary.toString())
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

    /** Removes what killed processes left under temporary names before an instant; younger ones may be in use. */
    public void tidy(Instant before) throws IOException {
        new DirectorySweep(this::file, temporary).tidy(before);
    }

    @Override
    public Swept sweep(Predicate<String> needed, Instant before) throws IOException {
        List<Path> folders = new ArrayList<>();
        for (int i = 0; i < FOLDERS; i++) {
            folders.add(folder(i));
        }
        return new DirectorySweep(this::file, temporary).of(folders, needed, before);
    }

    private Path folder(int number) {
        return root.resolve(HexFormat.of().toHexDigits((byte) number));
    }

    private void keep(byte[] content, Path target) throws IOException {
        if (kept(target)) {
            return;
        }
        Path written = newTemporary();
        try {
            try (FileChannel channel =
                    FileChannel.open(written, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                ByteBuffer buffer = ByteBuffer.wrap(content);
                while (buffer.hasRemaining()) {
                    channel.write(buffer);
                }
                channel.force(false);
            }
            place(written, target);
        } finally {
            Files.deleteIfExists(written);
        }
    }

    private void place(Path written, Path target) throws IOException {
        unsettled.add(target.getParent());
        Files.move(written, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    private Path newTemporary() {
        return temporary.resolve(UUID.randomUUID().toString());
    }

    private Path file(String hash, Coding coding) {
        if (hash.length() != DirectorySweep.HASH_DIGITS) {
            throw new IllegalArgumentException("A hash has 64 hex digits: " + hash);
        }
        return root.resolve(hash.substring(0, 2)).resolve(hash + coding.suffix());
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
