package evenharbor.app.what.draft;

import com.google.common.io.ByteStreams;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.content.FileEntries;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeFile;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.IntakeProblem;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import jakarta.annotation.PreDestroy;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.springframework.stereotype.Component;

/** Takes a ZIP in (APPNOTE 6.3): judged by its list first, then unpacked straight into contents. */
@Component
class ZipIntake {

    /** Legacy names, where the ZIP does not say that they are UTF-8 (APPNOTE appendix D). */
    private static final Charset LEGACY = Charset.forName("IBM437");

    /** A few more than there are cores are likely, for each waits for the disk at times. */
    private static final int WRITERS = 4;

    /** Up to this size a file is held in memory as a whole: that is quicker. */
    private static final int HELD_WHOLE = 1 << 20;

    private static final int TYPE_MASK = 0170000;

    private final Blobs blobs;
    private final ExecutorService writers = Executors.newFixedThreadPool(
            WRITERS,
            new ThreadFactoryBuilder()
                    .setNameFormat("zip-intake")
                    .setDaemon(true)
                    .build());

    ZipIntake(Blobs blobs) {
        this.blobs = blobs;
    }

    /** What came of a ZIP: its files as they will be in the draft, and the judgement on its list. */
    record Taken(Manifest files, Intake intake) {}

    /**
     * Takes a ZIP in. When it returns, all contents are safe on disk, and the ZIP is gone.
     *
     * @throws Problem when it is refused; then nothing refers to what was unpacked so far
     */
    Taken take(Path zip, boolean unwrap) throws IOException {
        Charset names = charset(zip);
        List<IntakeFile> list = list(zip, names);
        Intake intake = Intake.of(list, IntakeLimits.DEFAULT, unwrap);
        if (!intake.problems().isEmpty()) {
            throw IntakeRefusal.of(intake.problems());
        }
        try (ZipFile file = new ZipFile(zip.toFile(), names)) {
            return new Taken(unpack(file, intake, zip), intake);
        } catch (ZipException e) {
            throw IntakeRefusal.of(IntakeProblem.Kind.BROKEN, e.getMessage());
        }
    }

    /** Names that are not UTF-8 are read as the code page that ZIPs had before. */
    private static Charset charset(Path zip) throws IOException {
        try {
            new ZipFile(zip.toFile(), StandardCharsets.UTF_8).close();
            return StandardCharsets.UTF_8;
        } catch (ZipException e) {
            return e.getMessage().contains("bad entry name") ? LEGACY : StandardCharsets.UTF_8;
        }
    }

    private static List<IntakeFile> list(Path zip, Charset names) throws IOException {
        if (Files.size(zip) == 0) {
            throw IntakeRefusal.of(IntakeProblem.Kind.NOT_A_ZIP, "it is empty");
        }
        List<IntakeFile> list = new ArrayList<>();
        try (var file = org.apache.commons.compress.archivers.zip.ZipFile.builder()
                .setPath(zip)
                .setCharset(names)
                .setUseUnicodeExtraFields(false)
                .setIgnoreLocalFileHeader(true)
                .get()) {
            for (ZipArchiveEntry entry : Collections.list(file.getEntries())) {
                list.add(new IntakeFile(entry.getName(), kind(entry), entry.getSize(), entry.getCompressedSize()));
            }
        } catch (IOException e) {
            boolean headed = Files.size(zip) > 4 && startsLikeZip(zip);
            throw IntakeRefusal.of(
                    headed ? IntakeProblem.Kind.BROKEN : IntakeProblem.Kind.NOT_A_ZIP,
                    headed ? "its list of files is missing or damaged" : "it does not begin like one");
        }
        return list;
    }

    private static boolean startsLikeZip(Path zip) throws IOException {
        try (InputStream in = Files.newInputStream(zip)) {
            byte[] head = in.readNBytes(2);
            return head[0] == 'P' && head[1] == 'K';
        }
    }

    private static IntakeFile.Kind kind(ZipArchiveEntry entry) {
        if (entry.getGeneralPurposeBit().usesEncryption()) {
            return IntakeFile.Kind.LOCKED;
        }
        if (entry.isUnixSymlink()) {
            return IntakeFile.Kind.LINK;
        }
        int type = entry.getUnixMode() & TYPE_MASK;
        boolean special = type == 0020000 || type == 0060000 || type == 0010000 || type == 0140000;
        if (special) {
            return IntakeFile.Kind.DEVICE;
        }
        return entry.isDirectory() ? IntakeFile.Kind.FOLDER : IntakeFile.Kind.FILE;
    }

    private Manifest unpack(ZipFile zip, Intake intake, Path path) throws IOException {
        Blobs.Batch batch = blobs.batch();
        try {
            Manifest files = unpack(zip, intake, batch);
            // Else the sync of the file system would write the ZIP to disk too.
            Files.delete(path);
            batch.settle();
            return files;
        } finally {
            batch.close();
        }
    }

    private Manifest unpack(ZipFile zip, Intake intake, Blobs.Batch batch) throws IOException {
        Map<String, FileEntry> files = new ConcurrentHashMap<>();
        List<Callable<Void>> work = new ArrayList<>();
        for (ZipEntry entry : Collections.list(zip.entries())) {
            String path = intake.paths().get(entry.getName());
            if (path != null) {
                work.add(() -> {
                    files.put(path, keep(zip, entry, path, batch));
                    return null;
                });
            }
        }
        if (work.size() != intake.paths().size()) {
            throw IntakeRefusal.of(IntakeProblem.Kind.BROKEN, "its two lists of files do not agree");
        }
        runAll(work);
        return Manifest.of(files);
    }

    private void runAll(List<Callable<Void>> work) throws IOException {
        try {
            for (Future<Void> done : writers.invokeAll(work)) {
                done.get();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Interrupted", e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof Problem problem) {
                throw problem;
            }
            if (e.getCause() instanceof ZipException broken) {
                throw broken;
            }
            throw new IOException(e.getCause().getMessage(), e.getCause());
        }
    }

    /** Unpacks one file, no further than its announced size, and checks its sum. */
    private static FileEntry keep(ZipFile zip, ZipEntry entry, String path, Blobs.Batch batch) throws IOException {
        CRC32 sum = new CRC32();
        FileEntry kept;
        try (InputStream in = new CheckedInputStream(
                ByteStreams.limit(zip.getInputStream(entry), Math.max(0, entry.getSize()) + 1), sum)) {
            kept = entry.getSize() <= HELD_WHOLE ? whole(in, path, batch) : FileEntries.of(path, in, batch::put);
        } catch (EOFException e) {
            throw IntakeRefusal.of(IntakeProblem.Kind.BROKEN, entry.getName() + " ends too early");
        }
        if (kept.size() != entry.getSize() || sum.getValue() != entry.getCrc()) {
            throw IntakeRefusal.of(IntakeProblem.Kind.BROKEN, entry.getName() + " is damaged");
        }
        return kept;
    }

    private static FileEntry whole(InputStream in, String path, Blobs.Batch batch) throws IOException {
        byte[] bytes = in.readAllBytes();
        return FileEntries.of(path, batch.put(bytes), bytes);
    }

    @PreDestroy
    void stop() {
        writers.shutdownNow();
    }
}
