package evenharbor.app.overview.backup;

import evenharbor.app.common.admin.AdminDatabase;
import evenharbor.app.common.admin.AdminProgram;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.core.env.Environment;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes, lists, checks and restores backups, beside the harbor. */
@Command(
        name = "even-harbor-admin",
        description = "Backups of a harbor.",
        synopsisSubcommandLabel = "COMMAND",
        mixinStandardHelpOptions = true)
public final class BackupCommands {

    private static final int NOT_WHOLE = 3;
    private static final Pattern MIGRATION = Pattern.compile("V(\\d+)__.*");

    private final Environment settings;
    private final AdminDatabase database;

    @Spec
    private CommandSpec spec;

    BackupCommands(Environment settings) {
        this.settings = settings;
        this.database = AdminDatabase.of(settings);
    }

    /** The entry point. */
    public static void main(String[] arguments) {
        AdminProgram.main(BackupCommands::new, arguments);
    }

    @Command(name = "backup", description = "Makes a backup in a folder, while the harbor runs.")
    int backup(
            @Parameters(paramLabel = "FOLDER", description = "Is made where it is not there.") Path folder,
            @Option(
                            names = "--keep",
                            paramLabel = "N",
                            defaultValue = "14",
                            description = "How many of the latest are kept (${DEFAULT-VALUE}).")
                    int kept)
            throws IOException {
        if (kept < 1) {
            throw new BackupFailed("--keep takes a number of at least 1. Nothing was changed.");
        }
        JdbcClient db = database.client();
        BackupMaker.Release release = new BackupMaker.Release(
                release(), schemaOf(db), settings.getProperty("harbor.practice", Boolean.class, false));
        BackupState made = new BackupMaker(
                        programs(), new BackupRuns(db), new DirectoryBlobs(home().resolve("blobs")), key(), release)
                .make(folder, kept);
        say("Backup " + made.id() + ": " + BackupMaker.words(made) + ". It was read back.");
        return made.damaged().isEmpty() ? 0 : NOT_WHOLE;
    }

    @Command(name = "backups", description = "Lists the backups in a folder.")
    int backups(@Parameters(paramLabel = "FOLDER") Path folder) throws IOException {
        try (BackupFolder opened = BackupFolder.forReading(folder)) {
            for (BackupState state : opened.states()) {
                say(state.id() + "  Even Harbor " + state.version() + ", " + BackupMaker.words(state)
                        + (state.practice() ? ", of a practice harbor" : ""));
            }
        }
        return 0;
    }

    @Command(name = "check-backup", description = "Reads all of a backup, and says what is wrong with it.")
    int check(
            @Parameters(paramLabel = "FOLDER") Path folder,
            @Option(names = "--state", paramLabel = "ID", description = "Which; else the latest.") String id)
            throws IOException {
        try (BackupFolder opened = BackupFolder.forReading(folder)) {
            BackupReader reader = new BackupReader(opened, folder);
            BackupState state = reader.choose(Optional.ofNullable(id));
            List<String> faults = reader.faults(state);
            faults.forEach(this::say);
            say(
                    faults.isEmpty()
                            ? "Backup " + state.id() + " is whole: " + state.contents() + " contents were read."
                            : "Backup " + state.id() + " is not whole.");
            return faults.isEmpty() ? 0 : NOT_WHOLE;
        }
    }

    @Command(
            name = "restore",
            description = "Makes a harbor of a backup, here, where there is none; the harbor must not run meanwhile.")
    int restore(
            @Parameters(paramLabel = "FOLDER") Path folder,
            @Option(names = "--state", paramLabel = "ID", description = "Which; else the latest.") String id,
            @Option(names = "--replace", description = "Drops what is here now.") boolean replace)
            throws IOException {
        SingleConnectionDataSource single =
                new SingleConnectionDataSource(database.url(), database.user(), database.password(), true);
        try (BackupFolder opened = BackupFolder.forReading(folder)) {
            BackupReader reader = new BackupReader(opened, folder);
            BackupState state = reader.choose(Optional.ofNullable(id));
            List<String> lost = reader.restore(
                    state,
                    new BackupReader.Target(
                            JdbcClient.create(single),
                            programs(),
                            new DirectoryBlobs(home().resolve("blobs")),
                            home(),
                            schemaHere()),
                    replace);
            say("Backup " + state.id() + " is restored: " + state.contents() + " contents.");
            lost.forEach(hash -> say("Content " + hash + " is missing: the harbor had lost it before."));
            say("Start Even Harbor: it brings the database up to this release. Whoever was signed in signs in again.");
            return lost.isEmpty() ? 0 : NOT_WHOLE;
        } finally {
            single.destroy();
        }
    }

    private void say(String line) {
        PrintWriter out = spec.commandLine().getOut();
        out.println(line);
        out.flush();
    }

    private DatabasePrograms programs() {
        return new DatabasePrograms(database.url(), database.user(), database.password());
    }

    private Path home() {
        return Path.of(settings.getProperty("harbor.home", ".harbor"));
    }

    private Path key() {
        return home().resolve("secret-key");
    }

    private static String release() {
        String version = BackupCommands.class.getPackage().getImplementationVersion();
        return version == null ? "not released" : version;
    }

    private static int schemaOf(JdbcClient db) {
        try {
            return db.sql("select max(cast(version as int)) from flyway_schema_history where success")
                    .query(Integer.class)
                    .single();
        } catch (DataAccessException e) {
            throw new BackupFailed(
                    "There is no harbor in this database: "
                            + e.getMostSpecificCause().getMessage(),
                    e);
        }
    }

    private static int schemaHere() throws IOException {
        return Stream.of(new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/V*.sql"))
                .map(Resource::getFilename)
                .map(MIGRATION::matcher)
                .filter(Matcher::matches)
                .map(matcher -> Integer.valueOf(matcher.group(1)))
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }
}
