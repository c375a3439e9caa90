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
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Predicate;

/**
 * Contents in a directory: {@code ab/ab12…}, with packed forms beside it. A file is written under a temporary name,
 * synced and renamed, so that one under its own name is always whole. Several processes may share the directory.
 */
public final class DirectoryBlobs implements Blobs {

    /** What has been put or asked for within this time is young enough to be left as it is. */
    private static final Duration YOUNG = Duration.ofHours(1);

    private static final int FOLDERS = 256;

    private final Path root;
    private final Path temporary;
    private final DirectorySync sync;

    /** Opens or makes the directory. */
    public DirectoryBlobs(Path root) throws IOException {
        this(root, "sync");
    }

    DirectoryBlobs(Path root, String syncCommand) throws IOException {
        this.root = root;
        this.temporary = Files.createDirectories(root.resolve("tmp"));
        this.sync = new DirectorySync(syncCommand, temporary);
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
                sync.written(written.values());
                for (Map.Entry<Path, Path> each : written.entrySet()) {
                    place(each.getValue(), each.getKey());
                }
                written.clear();
            }
            sync.settle();
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
        sync.settle();
    }

    /** Whether a content is here already. Whoever placed it may not have settled it yet, be it another process. */
    private boolean kept(Path target) {
        // Most contents that are put are new: what is not there is found out without an exception.
        if (!Files.exists(target)) {
            return false;
        }
        FileTime placed = DirectorySync.placedAt(target);
        if (!present(target)) {
            return false;
        }
        sync.found(target, placed);
        return true;
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

    @Override
    public void each(Consumer<String> hash) throws IOException {
        for (int i = 0; i < FOLDERS; i++) {
            String[] names = folder(i).toFile().list();
            if (names == null) {
                throw new NoSuchFileException(folder(i).toString());
            }
            for (String name : names) {
                if (name.length() == DirectorySweep.HASH_DIGITS) {
                    hash.accept(name);
                }
            }
        }
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
        sync.named(target.getParent());
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
