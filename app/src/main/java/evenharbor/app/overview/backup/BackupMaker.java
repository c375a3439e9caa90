package evenharbor.app.overview.backup;

import com.google.common.hash.Hashing;
import com.google.common.io.MoreFiles;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.Channels;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;

/**
 * Makes a backup while the harbor runs. First the database is written out as at one instant, then the contents that the
 * folder lacks are copied: a content never changes, each that the database names was there before it did, and while a run is
 * under way none is cleaned up.
 */
final class BackupMaker {

    private static final Logger LOG = LoggerFactory.getLogger(BackupMaker.class);

    /** So that two of one second differ. */
    private static final DateTimeFormatter ID =
            DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH-mm-ss.SSS'Z'").withZone(ZoneOffset.UTC);

    private static final int CONTENTS_AT_ONCE = 2_000;
    private static final int SECONDS_BETWEEN_SIGNS = 30;

    /** A content that another run has just put in, for a state that is not finished yet, is spared. */
    private static final Duration SPARED = Duration.ofHours(1);

    private final DatabasePrograms database;
    private final BackupRuns runs;
    private final Blobs contents;
    private final Path key;
    private final Release release;

    /** Which harbor it is of. @param schema the number of the latest migration of its database */
    record Release(String version, int schema, boolean practice) {}

    BackupMaker(DatabasePrograms database, BackupRuns runs, Blobs contents, Path key, Release release) {
        this.database = database;
        this.runs = runs;
        this.contents = contents;
        this.key = key;
        this.release = release;
    }

    /**
     * Makes one, and reads back what it wrote.
     *
     * @param kept how many of the latest are kept, at least 1: older ones are let go of once it is good
     * @throws BackupFailed when there is no new backup; the earlier ones are as they were
     */
    BackupState make(Path place, int kept) {
        try (BackupFolder folder = BackupFolder.forWriting(place)) {
            long run = runs.begin(place);
            ScheduledExecutorService signs = Executors.newSingleThreadScheduledExecutor();
            signs.scheduleWithFixedDelay(
                    () -> sign(run), SECONDS_BETWEEN_SIGNS, SECONDS_BETWEEN_SIGNS, TimeUnit.SECONDS);
            try {
                BackupState made = make(folder);
                runs.ended(run, made.damaged().isEmpty(), words(made));
                letGoOrSay(folder, kept);
                return made;
            } catch (IOException | UncheckedIOException e) {
                String why = e instanceof UncheckedIOException unchecked && unchecked.getMessage() != null
                        ? unchecked.getMessage()
                        : e.getMessage();
                runs.ended(run, false, why);
                throw new BackupFailed(
                        "No backup was made: " + why + ". Earlier backups in " + place + " are as they were.", e);
            } finally {
                signs.shutdownNow();
            }
        } catch (IOException e) {
            throw new BackupFailed("No backup was made: " + e, e);
        }
    }

    /** One sign that could not be given is no reason to give none of the next. */
    private void sign(long run) {
        try {
            runs.stillAtIt(run);
        } catch (DataAccessException e) {
            LOG.warn("The database does not answer just now: {}", e.getMessage());
        }
    }

    private static void letGoOrSay(BackupFolder folder, int kept) {
        try {
            letGo(folder, kept);
        } catch (IOException e) {
            throw new BackupFailed("A new backup was made, but older ones could not be let go of: " + e, e);
        }
    }

    static String words(BackupState made) {
        return made.contents() + (made.contents() == 1 ? " content, " : " contents, ") + made.bytes() + " bytes new"
                + (made.damaged().isEmpty() ? "" : ", damaged at the harbor: " + made.damaged());
    }

    private BackupState make(BackupFolder folder) throws IOException {
        Instant begun = Instant.now();
        String id = ID.format(begun);
        Path state = folder.begin(id);
        Path written = state.resolve("database.sql.gz");
        database.dump(written);
        Copied copied = copy(contents, folder.contents());
        if (!Files.exists(key)) {
            throw new IOException("the key " + key + " is not there");
        }
        Files.copy(key, state.resolve("secret-key"), StandardCopyOption.COPY_ATTRIBUTES);
        BackupFolder.writeContents(state, copied.all());
        BackupState made = new BackupState(
                id,
                release.version(),
                release.schema(),
                begun,
                Instant.now(),
                release.practice(),
                copied.all().size(),
                copied.bytes(),
                hash(written),
                copied.damaged());
        folder.finish(state, made);
        return made;
    }

    /** What a copy came to. @param all every content there is, sorted @param bytes how many were copied */
    record Copied(Set<String> all, long bytes, List<String> damaged) {}

    private static Copied copy(Blobs from, Blobs to) throws IOException {
        Set<String> all = new TreeSet<>();
        from.each(all::add);
        return copy(all, from, to);
    }

    /** Copies what is not there yet, and reads it back. */
    static Copied copy(Set<String> all, Blobs from, Blobs to) throws IOException {
        List<String> damaged = new ArrayList<>();
        List<String> some = new ArrayList<>();
        long bytes = 0;
        for (String hash : all) {
            if (!to.has(hash)) {
                some.add(hash);
            }
            if (some.size() == CONTENTS_AT_ONCE) {
                bytes += put(some, from, to, damaged);
                some.clear();
            }
        }
        bytes += put(some, from, to, damaged);
        return new Copied(all, bytes, damaged);
    }

    private static long put(List<String> some, Blobs from, Blobs to, List<String> damaged) throws IOException {
        long bytes = 0;
        Set<String> lost = new HashSet<>();
        Blobs.Batch batch = to.batch();
        try {
            for (String hash : some) {
                // What was altered on the disk is told, and kept under no name that is not its own.
                if (!from.isSound(hash)) {
                    lost.add(hash);
                    continue;
                }
                try (InputStream in = Channels.newInputStream(from.open(hash, Coding.IDENTITY))) {
                    bytes += batch.put(in).size();
                }
                for (Coding coding : Coding.values()) {
                    if (coding != Coding.IDENTITY && from.isPacked(hash, coding)) {
                        boolean pays = from.size(hash, coding).isPresent();
                        batch.putPacked(hash, coding, pays ? from.read(hash, coding) : new byte[0]);
                    }
                }
            }
            batch.settle();
        } finally {
            batch.close();
        }
        for (String hash : some) {
            if (!lost.contains(hash) && !to.isSound(hash)) {
                throw new IOException("content " + hash + " reads back as something else than was written");
            }
        }
        damaged.addAll(lost);
        return bytes;
    }

    private static void letGo(BackupFolder folder, int kept) throws IOException {
        List<BackupState> states = folder.states();
        if (states.size() <= kept) {
            return;
        }
        for (BackupState old : states.subList(kept, states.size())) {
            folder.remove(old);
        }
        Set<String> needed = new HashSet<>();
        for (BackupState state : states.subList(0, kept)) {
            folder.eachContent(state, needed::add);
        }
        folder.contents().sweep(needed::contains, Instant.now().minus(SPARED));
    }

    /** SHA-256 of a file, read from its beginning to its end. */
    static String hash(Path file) throws IOException {
        return MoreFiles.asByteSource(file).hash(Hashing.sha256()).toString();
    }
}
