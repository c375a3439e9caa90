package evenharbor.app.overview.backup;

import evenharbor.edge.blob.DirectoryBlobs;
import java.io.BufferedReader;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.json.JsonMapper;

/**
 * A folder of backups: each content once, by its hash, in {@code contents/}, and for each backup a folder in {@code states/}
 * with the database, the key, the list of contents that it needs and what it says of itself. A state is there whole or not at
 * all. Only its owner may read what is in it: it holds the key. Several may read at once, or one writes.
 */
final class BackupFolder implements AutoCloseable {

    private static final FileAttribute<Set<PosixFilePermission>> OWNERS =
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------"));
    private static final String UNFINISHED = ".unfinished-";
    private static final String LOCK = "lock";

    private final Path root;
    private final FileChannel channel;
    private final DirectoryBlobs contents;

    private BackupFolder(Path root, FileChannel channel) throws IOException {
        this.root = root;
        this.channel = channel;
        this.contents = new DirectoryBlobs(root.resolve("contents"));
    }

    /** Opens one to write into, and makes it where it is not there. */
    static BackupFolder forWriting(Path root) throws IOException {
        for (Path each : List.of(root, root.resolve("states"), root.resolve("contents"))) {
            if (!Files.isDirectory(each)) {
                Files.createDirectories(each.toAbsolutePath().getParent());
                Files.createDirectory(each, OWNERS);
            }
        }
        BackupFolder folder = locked(root, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        folder.tidy();
        return folder;
    }

    /** Opens one that is there, to read: it may lie where nothing can be written. */
    static BackupFolder forReading(Path root) throws IOException {
        if (!Files.isRegularFile(root.resolve(LOCK))) {
            throw new BackupFailed("There are no backups in " + root + ".");
        }
        return locked(root, StandardOpenOption.READ);
    }

    private static BackupFolder locked(Path root, OpenOption... how) throws IOException {
        FileChannel channel = FileChannel.open(root.resolve(LOCK), how);
        boolean shared = List.of(how).contains(StandardOpenOption.READ);
        if (channel.tryLock(0, Long.MAX_VALUE, shared) == null) {
            channel.close();
            throw new BackupFailed("A backup in " + root + " is being " + (shared ? "made" : "made or read")
                    + " just now. Nothing was changed; try again when that has ended.");
        }
        return new BackupFolder(root, channel);
    }

    DirectoryBlobs contents() {
        return contents;
    }

    /** The backups in it, the latest first. */
    List<BackupState> states() throws IOException {
        try (Stream<Path> folders = Files.list(root.resolve("states"))) {
            return folders.filter(each -> !unfinished(each))
                    .sorted(Comparator.comparing(Path::getFileName).reversed())
                    .map(each -> JsonMapper.shared().readValue(each.resolve("about.json"), BackupState.class))
                    .toList();
        }
    }

    private static boolean unfinished(Path state) {
        return state.getFileName().toString().startsWith(UNFINISHED);
    }

    /** Begins a state, which counts once it is {@linkplain #finish finished}. */
    Path begin(String id) throws IOException {
        return Files.createDirectory(root.resolve("states").resolve(UNFINISHED + id), OWNERS);
    }

    void finish(Path begun, BackupState state) throws IOException {
        JsonMapper.shared().writerWithDefaultPrettyPrinter().writeValue(begun.resolve("about.json"), state);
        try (Stream<Path> files = Files.list(begun)) {
            for (Path file : files.toList()) {
                sync(file);
            }
        }
        sync(begun);
        Files.move(begun, of(state), StandardCopyOption.ATOMIC_MOVE);
        sync(root.resolve("states"));
    }

    private static void sync(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    private Path of(BackupState state) {
        return root.resolve("states").resolve(state.id());
    }

    Path database(BackupState state) {
        return of(state).resolve("database.sql.gz");
    }

    Path key(BackupState state) {
        return of(state).resolve("secret-key");
    }

    static void writeContents(Path state, Collection<String> hashes) throws IOException {
        try (BufferedWriter writer = new BufferedWriter(new OutputStreamWriter(
                new GZIPOutputStream(Files.newOutputStream(state.resolve("contents.txt.gz"))),
                StandardCharsets.US_ASCII))) {
            for (String hash : hashes) {
                writer.write(hash);
                writer.newLine();
            }
        }
    }

    /** Names each content that a backup needs. */
    void eachContent(BackupState state, Consumer<String> hash) throws IOException {
        try (BufferedReader reader = new BufferedReader(new InputStreamReader(
                new GZIPInputStream(Files.newInputStream(of(state).resolve("contents.txt.gz"))),
                StandardCharsets.US_ASCII))) {
            for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                hash.accept(line);
            }
        }
    }

    void remove(BackupState state) throws IOException {
        Path gone = root.resolve("states").resolve(UNFINISHED + state.id());
        Files.move(of(state), gone, StandardCopyOption.ATOMIC_MOVE);
        FileSystemUtils.deleteRecursively(gone);
    }

    /** Removes what one that was killed had begun. */
    private void tidy() throws IOException {
        try (Stream<Path> left = Files.list(root.resolve("states"))) {
            for (Path path : left.filter(BackupFolder::unfinished).toList()) {
                FileSystemUtils.deleteRecursively(path);
            }
        }
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
