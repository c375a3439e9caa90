package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.SftpProgram;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.fixture.Zips;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.sftp.client.SftpClient;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** The application is killed, really, at random moments of intake and publish. */
@Execution(ExecutionMode.CONCURRENT)
class KilledProcessTest {

    private static final int KILLS = Integer.getInteger("harbor.kills", 2);
    private static final int FILES = 150;
    private static final String HOST = "killed.harbor.localhost";

    private final Random random = new Random(20_261_124);

    @Test
    // Beside the browser tests on a slow machine each of its many starts takes half a minute.
    @Timeout(1500)
    void afterEachKillTheSiteIsWhollyOldOrWhollyNewAndTheNextTrySucceeds() {
        ChildHarbor harbor = TestHarbor.get().child("killed");
        harbor.start();
        ApiClient person = harbor.client();
        person.openAccount("Killed", "killed@test.example");
        String site = person.site("Killed");
        person.claim(site, "killed").is(201);
        takeIn(person, site, 0);
        person.publish(site);
        String other = person.site("Sent to");
        String token = person.post("/api/tokens", Map.of("name", "Program", "reach", "PUBLISH", "siteId", other))
                .is(201)
                .json()
                .get("token")
                .asString();
        long before = person.draftRevision(other);
        send(person, other, token, 0);
        until("what was sent to be there", () -> person.draftRevision(other) > before);
        int sent = 0;
        int live = 0;
        int versions = 1;
        for (int kill = 1; kill <= KILLS; kill++) {
            int next = kill;
            Thread work = new Thread(() -> {
                try {
                    takeIn(person, site, next);
                    person.askPublish(site, Set.of());
                } catch (UncheckedIOException | AssertionError e) {
                    // It was killed on the way: that is the point.
                }
            });
            Thread program = new Thread(() -> send(person, other, token, next));
            work.start();
            program.start();
            sleep(random.nextInt(320));
            harbor.kill();
            join(work);
            join(program);
            harbor.start();

            int drafted = wholly(path -> person.get("/api/sites/" + site + "/draft/text?path=" + path)
                    .is(200)
                    .json()
                    .get("text")
                    .asString());
            assertThat(drafted).as("draft after kill %d", kill).isIn(live, next);
            int back = whollyOnceSwitched(
                    path -> person.visit(HOST, "/" + path).is(200).text());
            assertThat(back).as("live when back after kill %d", kill).isIn(live, next);
            settle(person, site);
            int seen = wholly(path -> person.visit(HOST, "/" + path).is(200).text());
            assertThat(seen).as("live after kill %d", kill).isIn(live, next);
            int count = person.get("/api/sites/" + site + "/versions")
                    .is(200)
                    .json()
                    .size();
            // The one cut off may have been finished, and the probe made one more.
            assertThat(count).isBetween(versions, versions + 2);

            int arrived = wholly(path -> person.get("/api/sites/" + other + "/draft/text?path=" + path)
                    .is(200)
                    .json()
                    .get("text")
                    .asString());
            assertThat(arrived).as("what was sent before kill %d", kill).isIn(sent, next);
            sent = arrived;

            takeIn(person, site, next);
            person.publish(site);
            assertThat(wholly(path -> person.visit(HOST, "/" + path).is(200).text()))
                    .isEqualTo(next);
            live = next;
            versions = person.get("/api/sites/" + site + "/versions").json().size();
        }
        harbor.kill();
    }

    private interface Reader {
        String text(String path);
    }

    /** The same, when the publish that was cut off may be taken up, and switch, while the files are read. */
    private int whollyOnceSwitched(Reader reader) {
        try {
            return wholly(reader);
        } catch (AssertionError e) {
            return wholly(reader);
        }
    }

    /** Which state all files are in; fails when they are not all in the same. */
    private int wholly(Reader reader) {
        int state = -1;
        for (int i = 0; i < FILES; i += 7) {
            String text = reader.text("p" + i + ".html");
            int found = Integer.parseInt(text.replaceAll("(?s).*state (\\d+)\\..*", "$1"));
            assertThat(state).isIn(-1, found);
            state = found;
        }
        return state;
    }

    /** A publish that was begun is taken up again after the start. */
    private static void settle(ApiClient person, String site) {
        for (int i = 0; i < 250; i++) {
            ApiClient.Answer probe = person.askPublish(site, Set.of());
            if (probe.status() == 202) {
                person.await(probe.json().get("id").asString());
                return;
            }
            ApiClient.pause();
        }
        throw new AssertionError("A publish that was cut off blocks the next one");
    }

    private static void takeIn(ApiClient person, String site, int state) {
        Map<String, String> files = new LinkedHashMap<>();
        for (int i = 0; i < FILES; i++) {
            files.put("p" + i + ".html", "<link rel=stylesheet href=s.css><p>page " + i + " in state " + state + ".");
        }
        files.put("s.css", "p { content: '" + state + "' }");
        person.ask("PUT", "/api/sites/" + site + "/draft/zip", Zips.of(files), "application/zip")
                .is(200);
    }

    /** A program sends all pages by SFTP, and signs off. */
    private static void send(ApiClient person, String site, String token, int state) {
        try (SftpProgram program = new SftpProgram();
                ClientSession session = program.signedIn(
                        person.get("/api/sites/" + site + "/sftp")
                                .is(200)
                                .json()
                                .get("port")
                                .asInt(),
                        site,
                        token);
                SftpClient sftp = SftpProgram.folder(session)) {
            for (int i = 0; i < FILES; i++) {
                SftpProgram.put(sftp, "p" + i + ".html", "<p>page " + i + " in state " + state + ".");
            }
        } catch (IOException | UncheckedIOException | AssertionError e) {
            // It was killed on the way: that is the point.
        }
    }

    private static void sleep(long milliseconds) {
        try {
            Thread.sleep(milliseconds);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void join(Thread thread) {
        try {
            thread.join();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
