package evenharbor.app.overview.backup;

import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.env.Environment;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/**
 * What whoever operates a harbor calls beside it: it reads the same settings, and is a process of its own, so that it works
 * whether the harbor runs or not. Settings are given as to the harbor itself ({@code --harbor.home=…}).
 */
@Command(
        name = "even-harbor-admin",
        description = "Backups of a harbor, and who operates it.",
        synopsisSubcommandLabel = "COMMAND",
        mixinStandardHelpOptions = true)
public final class AdminCommands {

    private static final int FAILED = 1;
    private static final int NOT_WHOLE = 3;
    private static final Pattern MIGRATION = Pattern.compile("V(\\d+)__.*");
    private static final Pattern SETTING = Pattern.compile("--(harbor|spring|logging|server|management)\\..*");

    private final Environment settings;

    @Spec
    private CommandSpec spec;

    private AdminCommands(Environment settings) {
        this.settings = settings;
    }

    /** The entry point. */
    public static void main(String[] arguments) {
        List<String> quietly = new ArrayList<>(List.of("--logging.level.root=warn"));
        quietly.addAll(List.of(arguments));
        System.exit(run(quietly, new PrintWriter(System.out, true, StandardCharsets.UTF_8)));
    }

    /**
     * Carries out what was called.
     *
     * @param out is told what came of it
     * @return what the process ends with: 0 when it was carried out whole
     */
    static int run(List<String> arguments, PrintWriter out) {
        Map<Boolean, List<String>> parts = arguments.stream()
                .collect(Collectors.partitioningBy(
                        argument -> SETTING.matcher(argument).matches()));
        SpringApplication reader = new SpringApplication(Settings.class);
        reader.setWebApplicationType(WebApplicationType.NONE);
        reader.setLogStartupInfo(false);
        try (ConfigurableApplicationContext context = reader.run(parts.get(true).toArray(String[]::new))) {
            CommandLine line = new CommandLine(new AdminCommands(context.getEnvironment()));
            line.setOut(out);
            line.setErr(out);
            line.setExecutionExceptionHandler((e, command, parsed) -> {
                out.println(words(e));
                return FAILED;
            });
            return line.execute(parts.get(false).toArray(String[]::new));
        }
    }

    private static String words(Exception e) {
        if (e instanceof BackupFailed) {
            return e.getMessage();
        }
        return e instanceof DataAccessException away
                ? "The database does not answer as it should: "
                        + away.getMostSpecificCause().getMessage()
                : "It failed: " + e;
    }

    /** Reads settings, and starts nothing. */
    static class Settings {}

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
        JdbcClient db = JdbcClient.create(new DriverManagerDataSource(url(), user(), password()));
        BackupMaker.Release release = new BackupMaker.Release(
                release(), schemaOf(db), settings.getProperty("harbor.practice", Boolean.class, false));
        BackupState made = new BackupMaker(
                        programs(), new BackupRuns(db), new DirectoryBlobs(home().resolve("blobs")), key(), release)
                .make(folder, kept);
        say("Backup " + made.id() + ": " + BackupMaker.words(made) + ". It was read back.");
        return made.damaged().isEmpty() ? 0 : NOT_WHOLE;
    }

    @Command(name = "operator", description = "Lets someone who has an account see the state of the harbor as a whole.")
    int operator(
            @Parameters(paramLabel = "MAIL", description = "The mail address that they sign in with.") String mail,
            @Option(names = "--no-more", description = "Takes that back.") boolean noMore) {
        JdbcClient db = JdbcClient.create(new DriverManagerDataSource(url(), user(), password()));
        int found = db.sql("update person set operator = ? where email = ? and removed_at is null")
                .params(!noMore, mail.strip().toLowerCase(Locale.ROOT))
                .update();
        // The same again changes no row.
        boolean known = found > 0
                || db.sql("select count(*) from person where email = ? and removed_at is null")
                                .param(mail.strip().toLowerCase(Locale.ROOT))
                                .query(Integer.class)
                                .single()
                        > 0;
        if (!known) {
            throw new BackupFailed(
                    "Nobody signs in with " + mail + ". Nothing was changed. Let them open an account first.");
        }
        spec.commandLine()
                .getOut()
                .println(mail
                        + (noMore
                                ? " no longer operates this harbor."
                                : " operates this harbor: State of the harbor is in the menu."));
        return 0;
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
        SingleConnectionDataSource single = new SingleConnectionDataSource(url(), user(), password(), true);
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

    private String url() {
        return settings.getRequiredProperty("spring.datasource.url");
    }

    private String user() {
        return settings.getRequiredProperty("spring.datasource.username");
    }

    private String password() {
        return settings.getProperty("spring.datasource.password", "");
    }

    private DatabasePrograms programs() {
        return new DatabasePrograms(url(), user(), password());
    }

    private Path home() {
        return Path.of(settings.getProperty("harbor.home", ".harbor"));
    }

    private Path key() {
        return home().resolve("secret-key");
    }

    private static String release() {
        String version = AdminCommands.class.getPackage().getImplementationVersion();
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
