package evenharbor.app.overview.backup;

import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Holds a backup against what it says of itself, and makes a harbor of it again. */
final class BackupReader {

    private final BackupFolder folder;
    private final Path place;

    BackupReader(BackupFolder folder, Path place) {
        this.folder = folder;
        this.place = place;
    }

    /** @param id of which backup; empty for the latest */
    BackupState choose(Optional<String> id) throws IOException {
        List<BackupState> states = folder.states();
        if (states.isEmpty()) {
            throw new BackupFailed("There is no whole backup in " + place + ".");
        }
        return id.isEmpty()
                ? states.get(0)
                : states.stream()
                        .filter(state -> state.id().equals(id.get()))
                        .findFirst()
                        .orElseThrow(() -> new BackupFailed("There is no backup " + id.get() + " in " + place
                                + ". There are: "
                                + String.join(
                                        ", ",
                                        states.stream().map(BackupState::id).toList())));
    }

    /** Reads all of one. @return what is wrong with it, each in a sentence; empty when it can be restored whole */
    List<String> faults(BackupState state) throws IOException {
        List<String> faults = new ArrayList<>(databaseFaults(state));
        if (!Files.exists(folder.key(state))) {
            faults.add("Its key is missing: passwords of hosts and private keys cannot be opened without it.");
        }
        for (String hash : contents(state)) {
            if (!folder.contents().isSound(hash)) {
                faults.add("Content " + hash + " is missing or not what it was"
                        + (state.damaged().contains(hash) ? "; it was so at the harbor already." : "."));
            }
        }
        return faults;
    }

    private List<String> databaseFaults(BackupState state) throws IOException {
        try {
            if (!BackupMaker.hash(folder.database(state)).equals(state.databaseHash())) {
                return List.of("Its database is not what was written.");
            }
            return List.of();
        } catch (NoSuchFileException e) {
            return List.of("Its database is missing.");
        }
    }

    private Set<String> contents(BackupState state) throws IOException {
        Set<String> contents = new TreeSet<>();
        folder.eachContent(state, contents::add);
        return contents;
    }

    /** Where a backup is restored to. @param home the harbor's folder @param schema the latest migration that the release here knows */
    record Target(JdbcClient db, DatabasePrograms database, Blobs contents, Path home, int schema) {

        Path key() {
            return home.resolve("secret-key");
        }
    }

    /**
     * Restores one: contents first, then the key, the database last. When the database cannot be read in whole, it is left
     * empty. While it is read in, {@link UnfinishedRestore} keeps a harbor from being started on what there is of it.
     *
     * @param replace whether what is there now may be dropped
     * @return contents that could not be restored, because the harbor had lost them before
     */
    List<String> restore(BackupState state, Target target, boolean replace) throws IOException {
        if (state.schema() > target.schema()) {
            throw new BackupFailed(
                    "This backup was made by Even Harbor " + state.version()
                            + ", which is newer than what is installed here. Nothing was changed; install that release or a later one.");
        }
        List<String> unusable = databaseFaults(state);
        if (!unusable.isEmpty()) {
            throw new BackupFailed("Backup " + state.id() + " cannot be restored. " + String.join(" ", unusable)
                    + " Nothing was changed; choose an earlier one.");
        }
        free(state, target, replace);
        Set<String> wanted = contents(state);
        state.damaged().forEach(wanted::remove);
        BackupMaker.Copied copied = BackupMaker.copy(wanted, folder.contents(), target.contents());
        target.contents().settle();
        // That took a while.
        nobodyElse(target);
        keepKey(state, target);
        UnfinishedRestore.begun(target.home());
        drop(target);
        try {
            target.database().load(folder.database(state));
        } catch (IOException | UncheckedIOException e) {
            drop(target);
            UnfinishedRestore.ended(target.home());
            throw new BackupFailed("The database could not be read in, and is empty: " + e.getMessage(), e);
        }
        new BackupRuns(target.db()).forgetUnended();
        UnfinishedRestore.ended(target.home());
        List<String> lost = new ArrayList<>(state.damaged());
        lost.addAll(copied.damaged());
        return lost;
    }

    private static void nobodyElse(Target target) {
        int others = target.db()
                .sql(
                        "select count(*) from information_schema.processlist where db = database() and id <> connection_id()")
                .query(Integer.class)
                .single();
        if (others > 0) {
            throw new BackupFailed("Something works on this database just now (" + others + " "
                    + (others == 1 ? "connection" : "connections")
                    + "). Nothing was changed; stop Even Harbor first.");
        }
    }

    private void free(BackupState state, Target target, boolean replace) throws IOException {
        nobodyElse(target);
        // What a restore that was cut off left is nobody's harbor.
        if (replace || UnfinishedRestore.isIn(target.home())) {
            return;
        }
        int tables = tables(target).size();
        if (tables > 0) {
            throw new BackupFailed("There is a harbor here already: its database has " + tables
                    + " tables. Nothing was changed; with --replace it is dropped for the backup.");
        }
        if (Files.exists(target.key()) && Files.mismatch(target.key(), folder.key(state)) >= 0) {
            throw new BackupFailed("There is another key here already: " + target.key()
                    + ". Nothing was changed; with --replace it is put aside for that of the backup.");
        }
    }

    private void keepKey(BackupState state, Target target) throws IOException {
        Path key = target.key();
        if (Files.exists(key)) {
            if (Files.mismatch(key, folder.key(state)) < 0) {
                return;
            }
            Files.move(
                    key,
                    key.resolveSibling(
                            key.getFileName() + "-until-" + Instant.now().getEpochSecond()));
        }
        Files.createDirectories(key.toAbsolutePath().getParent());
        Files.copy(folder.key(state), key, StandardCopyOption.COPY_ATTRIBUTES);
    }

    private static List<String> tables(Target target) {
        return target.db()
                .sql("select table_name from information_schema.tables where table_schema = database()")
                .query(String.class)
                .list();
    }

    private static void drop(Target target) {
        List<String> tables = tables(target);
        if (!tables.isEmpty()) {
            target.db()
                    .sql("set statement foreign_key_checks = 0 for drop table "
                            + String.join(
                                    ", ",
                                    tables.stream()
                                            .map(table -> "`" + table + "`")
                                            .toList()))
                    .update();
        }
    }
}
