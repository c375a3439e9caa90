package evenharbor.app.overview.backup;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.common.admin.AdminProgram;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.when.retention.ContentCleanUp;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A harbor is backed up while people work in it, and another one made of that answers as the first did at one instant. */
class BackupTest {

    private static final int HISTORIES = Integer.getInteger("harbor.histories", 1);
    private static final int SITES = 4;

    private final Random random = new Random(20_261_201);

    @TempDir
    private Path folder;

    /** What a command came to. @param said all that it wrote */
    private record Called(int status, String said) {}

    private static Called call(ChildHarbor harbor, String... words) {
        StringWriter said = new StringWriter();
        List<String> arguments = new ArrayList<>(harbor.settings());
        arguments.addAll(List.of(words));
        int status = AdminProgram.run(BackupCommands::new, arguments, new PrintWriter(said, true));
        return new Called(status, said.toString());
    }

    /** A state that a site was in. @param from when it can have begun at the earliest @param to when it had surely ended */
    private static final class Lived {
        private final String page;
        private final long from;
        private volatile long to = Long.MAX_VALUE;

        Lived(String page, long from) {
            this.page = page;
            this.from = from;
        }
    }

    /** Publishes one site after another, as chance has it, and notes what each was when. */
    private final class Owner implements Runnable {
        private final ApiClient person;
        private final List<String> sites = new ArrayList<>();
        private final List<List<Lived>> lives = new ArrayList<>();
        private final AtomicBoolean ended = new AtomicBoolean();
        private int number;

        Owner(ApiClient person) {
            this.person = person;
            for (int i = 0; i < SITES; i++) {
                String site = person.site("Site " + i);
                person.claim(site, "backed-" + i).is(201);
                sites.add(site);
                lives.add(new ArrayList<>());
                publish(i);
            }
        }

        private void publish(int i) {
            String page = "<!doctype html><title>" + i + "</title><p>" + ++number + " of " + random.nextLong();
            person.putText(sites.get(i), "index.html", page).is(200);
            List<Lived> of = lives.get(i);
            long from = System.nanoTime();
            person.publish(sites.get(i));
            if (!of.isEmpty()) {
                of.get(of.size() - 1).to = System.nanoTime();
            }
            of.add(new Lived(page, from));
        }

        @Override
        public void run() {
            while (!ended.get()) {
                publish(random.nextInt(SITES));
            }
        }
    }

    @Test
    @Timeout(3600)
    void whatIsRestoredAnswersAsTheHarborDidAtOneInstant() throws Exception {
        ChildHarbor harbor = TestHarbor.get().child("backedup");
        harbor.start();
        ApiClient person = harbor.client();
        person.openAccount("Backed up", "backed-up@test.example");
        Owner owner = new Owner(person);
        for (int history = 0; history < HISTORIES; history++) {
            owner.ended.set(false);
            Thread work = new Thread(owner);
            work.start();
            Thread.sleep(random.nextInt(700));
            Called made = call(harbor, "backup", folder.toString(), "--keep", "2");
            owner.ended.set(true);
            work.join();
            assertThat(made.said()).contains("It was read back.");
            assertThat(made.status()).isZero();

            ChildHarbor restored = TestHarbor.get().child("restored" + history);
            assertThat(call(restored, "restore", folder.toString()).said()).contains("is restored");
            restored.start();
            ApiClient visitor = restored.client();
            long latestBegin = Long.MIN_VALUE;
            long firstEnd = Long.MAX_VALUE;
            for (int i = 0; i < SITES; i++) {
                String page = visitor.visit("backed-" + i + ".harbor.localhost", "/")
                        .is(200)
                        .text();
                Lived lived = owner.lives.get(i).stream()
                        .filter(each -> each.page.equals(page))
                        .findFirst()
                        .orElseThrow(() -> new AssertionError("No state that ever was: " + page));
                latestBegin = Math.max(latestBegin, lived.from);
                firstEnd = Math.min(firstEnd, lived.to);
            }
            assertThat(latestBegin).as("all were so at one instant").isLessThan(firstEnd);
            visitor.signIn("backed-up@test.example", ApiClient.PASSWORD).is(200);
            String site = owner.sites.get(0);
            visitor.putText(site, "index.html", "<p>Goes on").is(200);
            visitor.publish(site);
            assertThat(visitor.visit("backed-0.harbor.localhost", "/").is(200).text())
                    .isEqualTo("<p>Goes on");
            restored.kill();
        }
        assertThat(call(harbor, "backups", folder.toString()).said().lines().filter(line -> line.contains("contents")))
                .hasSizeLessThanOrEqualTo(2);
        wrongTurns(harbor);
        harbor.kill();
    }

    /** Each is refused in words, and leaves what was there. */
    private void wrongTurns(ChildHarbor harbor) throws IOException {
        assertThat(call(harbor, "restore", folder.toString()).said())
                .contains("Something works on this database just now")
                .contains("Nothing was changed; stop Even Harbor first.");
        harbor.kill();
        until(
                "nothing works on the database",
                () -> call(harbor, "restore", folder.toString()).said().contains("There is a harbor here already"));
        assertThat(call(harbor, "restore", folder.resolve("none").toString()))
                .isEqualTo(new Called(1, "There are no backups in " + folder.resolve("none") + ".\n"));
        assertThat(call(harbor, "restore", folder.toString(), "--state", "yesterday")
                        .said())
                .contains("There is no backup yesterday in");

        // One that is killed in the midst leaves the earlier ones, and the next goes on.
        int before = states().size();
        Path output = Files.createTempFile("killed", ".txt");
        Process backup = harbor.begin(BackupCommands.class, output, "backup", folder.toString());
        while (backup.isAlive() && states().stream().noneMatch(BackupTest::unfinished)) {
            Thread.onSpinWait();
        }
        backup.destroyForcibly().onExit().join();
        assertThat(states()).as(Files.readString(output)).anyMatch(BackupTest::unfinished);
        assertThat(states().stream().filter(state -> !unfinished(state))).hasSize(before);
        Called checked = call(harbor, "check-backup", folder.toString());
        assertThat(checked.said()).contains("is whole");
        assertThat(checked.status()).isZero();
        assertThat(call(harbor, "backup", folder.toString()).status()).isZero();
        assertThat(states()).noneMatch(BackupTest::unfinished);

        // What was altered on the disk is told.
        Path state = latest(folder.resolve("states"));
        Path content = Files.walk(folder.resolve("contents"))
                .filter(path -> path.getFileName().toString().length() == 64)
                .findFirst()
                .orElseThrow();
        Files.writeString(content, "altered");
        checked = call(harbor, "check-backup", folder.toString());
        assertThat(checked.said()).contains("Content " + content.getFileName() + " is missing or not what it was");
        assertThat(checked.status()).isEqualTo(3);
        Files.delete(content);
        assertThat(call(harbor, "backup", folder.toString()).status()).isZero();
        assertThat(call(harbor, "check-backup", folder.toString()).status()).isZero();

        Path newest = latest(folder.resolve("states"));
        assertThat(newest).isNotEqualTo(state);
        Path about = newest.resolve("about.json");
        String own = Files.readString(about);
        Files.writeString(
                about, Pattern.compile("\"schema\" : \\d+").matcher(own).replaceFirst("\"schema\" : 999"));
        assertThat(call(harbor, "restore", folder.toString(), "--replace").said())
                .contains("which is newer than what is installed here. Nothing was changed");
        Path database = state.resolve("database.sql.gz");
        byte[] whole = Files.readAllBytes(database);
        Files.write(
                database,
                new String(whole, StandardCharsets.ISO_8859_1)
                        .substring(0, whole.length / 2)
                        .getBytes(StandardCharsets.ISO_8859_1));
        assertThat(call(
                                harbor,
                                "restore",
                                folder.toString(),
                                "--replace",
                                "--state",
                                state.getFileName().toString())
                        .said())
                .contains("Its database is not what was written. Nothing was changed; choose an earlier one.");
        // On what a restore was cut off in nobody starts; restored again, all is well.
        Files.writeString(harbor.home().resolve("restore-unfinished"), "");
        assertThat(harbor.endsByItself())
                .contains("Even Harbor was not started: a restore was cut off here, and its database is not whole.");
        Files.writeString(about, own);
        assertThat(call(harbor, "restore", folder.toString()).said()).contains("is restored");
        harbor.start();
        assertThat(harbor.client()
                        .visit("backed-1.harbor.localhost", "/")
                        .is(200)
                        .text())
                .contains("<title>1</title>");
    }

    private List<Path> states() throws IOException {
        try (Stream<Path> all = Files.list(folder.resolve("states"))) {
            return all.toList();
        }
    }

    private static boolean unfinished(Path state) {
        return state.getFileName().toString().startsWith(".unfinished-");
    }

    private static Path latest(Path states) throws IOException {
        try (Stream<Path> all = Files.list(states)) {
            return all.filter(path -> !path.getFileName().toString().startsWith("."))
                    .max(Comparator.comparing(Path::getFileName))
                    .orElseThrow();
        }
    }

    /** While one is made, also one that is not the latest, no content goes; one that fell silent is over. */
    @Test
    void nothingIsCleanedUpWhileABackupIsMade() throws IOException {
        JdbcClient db = TestHarbor.get().bean(JdbcClient.class);
        BackupRuns runs = new BackupRuns(db);
        ContentCleanUp cleanUp = TestHarbor.get().bean(ContentCleanUp.class);
        long slow = runs.begin(Path.of("/srv/slow"));
        try {
            long quick = runs.begin(Path.of("/srv/quick"));
            assertThat(cleanUp.sweep()).isEmpty();
            runs.ended(quick, true, "");
            assertThat(cleanUp.sweep()).isEmpty();
            db.sql("update backup_run set heard_at = heard_at - interval 6 minute where id = ?")
                    .param(slow)
                    .update();
            assertThat(cleanUp.sweep()).isPresent();
        } finally {
            db.sql("delete from backup_run").update();
        }
    }

    @Test
    void whenTheLastGoodOneIsTooOldThatIsTold() {
        JdbcClient db = TestHarbor.get().bean(JdbcClient.class);
        BackupRuns runs = new BackupRuns(db);
        BackupWatch watch = new BackupWatch(db, new BackupProperties(Duration.ofHours(26)));
        try {
            assertThat(watch.troubles())
                    .extracting(Trouble::what)
                    .containsExactly("No backup of this harbor was ever made.");
            assertThat(new BackupWatch(db, new BackupProperties(Duration.ZERO)).troubles())
                    .isEmpty();
            long good = runs.begin(Path.of("/srv/backups"));
            assertThat(watch.troubles())
                    .extracting(Trouble::what)
                    .containsExactly("No backup of this harbor was ever made. One is being made.");
            runs.ended(good, true, "");
            assertThat(watch.troubles()).isEmpty();
            db.sql("update backup_run set begun_at = '2026-11-03 02:30', heard_at = '2026-11-03 02:31'")
                    .update();
            assertThat(watch.troubles())
                    .extracting(Trouble::what)
                    .containsExactly("The last good backup is of 3 Nov 2026, in /srv/backups.");
            runs.ended(runs.begin(Path.of("/srv/backups")), false, "No space left on device");
            assertThat(watch.troubles())
                    .extracting(Trouble::what)
                    .containsExactly("The last good backup is of 3 Nov 2026, in /srv/backups."
                            + " The latest was not good: No space left on device");
        } finally {
            db.sql("delete from backup_run").update();
        }
    }
}
