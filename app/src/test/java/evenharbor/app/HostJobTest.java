package evenharbor.app;

import static evenharbor.app.fixture.HostApi.accepted;
import static evenharbor.app.fixture.HostApi.at;
import static evenharbor.app.fixture.HostApi.destination;
import static evenharbor.app.fixture.HostApi.done;
import static evenharbor.app.fixture.HostApi.end;
import static evenharbor.app.fixture.HostApi.host;
import static evenharbor.app.fixture.HostApi.tested;
import static evenharbor.app.fixture.HostApi.work;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import com.zaxxer.hikari.HikariDataSource;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.practice.world.World;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Hosts, destinations and work there over the API. */
class HostJobTest {

    private static final String FOLDER = "Shared web folder";
    private static final AtomicInteger SITES = new AtomicInteger();

    private final TestHarbor harbor = TestHarbor.get();

    private static String site(ApiClient person, int files) {
        String site = person.site("Slipway");
        person.claim(site, "slipway" + SITES.incrementAndGet()).is(201);
        person.putText(site, "index.html", "<!doctype html><title>Slipway</title><a href=/page1.html>one</a>")
                .is(200);
        for (int i = 1; i < files; i++) {
            person.putText(site, "page" + i + ".html", "<!doctype html><title>Page " + i + "</title>" + i)
                    .is(200);
        }
        return site;
    }

    private static String folderHost(ApiClient person) {
        return person.post("/api/hosts", host("FOLDER", FOLDER, null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
    }

    @Test
    void liveAndTrialLieSideBySideAndNeverOnTheSameFolder() {
        ApiClient person = harbor.person();
        String site = site(person, 3);
        String host = folderHost(person);
        String live = destination(person, site, host, at("side", "http://side.example/"));
        String trial = destination(person, site, host, at("side/temporary", "http://side.example/temporary/"));
        assertThat(person.post("/api/sites/" + site + "/destinations", Map.of("hostId", host, "at", at("/side/", "")))
                        .is(400)
                        .text())
                .contains("published to this folder already");
        assertThat(done(person, live, work("PUBLISH")).get("state").asString()).isEqualTo("DONE");
        assertThat(done(person, trial, work("PUBLISH")).get("state").asString()).isEqualTo("DONE");
        done(person, live, work("LOOK"));
        JsonNode plan =
                person.get("/api/destinations/" + live + "/plan").is(200).json();
        assertThat(plan.get("foreignCount").asInt()).isZero();
        assertThat(plan.get("steps")).isEmpty();
        assertThat(harbor.home().resolve("opened/side/index.html")).content().contains("href=/page1.html");
        assertThat(harbor.home().resolve("opened/side/temporary/index.html"))
                .content()
                .contains("href=/temporary/page1.html");
        done(person, live, work("TAKE_DOWN", "notice", true));
        assertThat(harbor.home().resolve("opened/side/index.html")).content().contains("There is nothing here");
        assertThat(harbor.home().resolve("opened/side/temporary/page2.html")).exists();
        person.putText(site, "temporary/in-the-way.html", "x").is(200);
        JsonNode refused = done(person, live, work("PUBLISH"));
        assertThat(refused.get("state").asString()).isEqualTo("FAILED");
        assertThat(refused.get("problem").asString()).contains("another destination is in that folder");
    }

    @Test
    void oneAtATimeAndOthersDestinationsAreNotThere() {
        ApiClient person = harbor.person();
        ApiClient other = harbor.person();
        String site = site(person, 2);
        String host = folderHost(person);
        String destination = destination(person, site, host, at("mine", ""));
        other.get("/api/destinations/" + destination).is(404);
        other.get("/api/hosts/" + host).is(404);
        other.post("/api/destinations/" + destination + "/jobs", work("LOOK")).is(404);
        person.delete("/api/hosts/" + host).is(409);
        person.post("/api/hosts", host("FOLDER", "/etc", null, "", null)).is(400);
        person.post("/api/destinations/" + destination + "/jobs", work("PUBLISH", "rightsConfirmed", false))
                .is(400);
        done(person, destination, work("PUBLISH"));
        done(person, destination, work("CHECK"));
        assertThat(done(person, destination, work("PUBLISH", "everything", true))
                        .get("result")
                        .asString())
                .contains("2 files sent");
    }

    @Test
    void aDestinationThatFollowsIsSentWhatGoesLive() {
        ApiClient person = harbor.person();
        String site = site(person, 2);
        String host = folderHost(person);
        Map<String, Object> at = new HashMap<>(at("follows", ""));
        at.put("follows", true);
        String destination = destination(person, site, host, at);
        person.publish(site);
        await("it to follow")
                .atMost(Patience.MOST)
                .until(() -> person.get("/api/destinations/" + destination)
                                .json()
                                .get("currentVersion")
                                .asInt(0)
                        == 1);
        assertThat(harbor.home().resolve("opened/follows/page1.html")).exists();
    }

    @Test
    void workOfANodeThatDiedIsTakenUpByAnother() {
        ApiClient person = harbor.person();
        String site = site(person, 3);
        String destination = destination(person, site, folderHost(person), at("orphan", ""));
        String job = done(person, destination, work("PUBLISH")).get("id").asString();
        JdbcTemplate db = harbor.bean(JdbcTemplate.class);
        db.update("delete from ledger_entry where destination_id = ?", destination);
        db.update("update destination set looked_at = null, listing = '' where id = ?", destination);
        // As a node leaves it that dies in the midst of sending: it showed its last beat long ago.
        db.update(
                "update host_job set state = 'RUNNING', step = 'SENDING', node = 'dead', finished_at = null,"
                        + " beat_at = utc_timestamp() - interval 1 minute where id = ?",
                job);
        JsonNode ended = end(person, job, state -> !state.equals("RUNNING"));
        assertThat(ended.get("state").asString()).isEqualTo("DONE");
        assertThat(ended.get("filesDone").asInt())
                .isEqualTo(ended.get("filesTotal").asInt());
        assertThat(db.queryForObject("select node from host_job where id = ?", String.class, job))
                .isNotEqualTo("dead");
        // The ledger was lost, but what lies there is found to be as the build has it.
        assertThat(ended.get("result").asString()).endsWith("0 files sent, 0 removed.");
    }

    /** Each company's connections break after 50 KB: five tries would not do, each that gets further has five of its own. */
    @ParameterizedTest
    @ValueSource(strings = {"FTP", "SFTP"})
    void aLongWayIsInterruptedMoreOftenThanAShortOne(String protocol) throws IOException {
        ApiClient person = harbor.person();
        String site = site(person, 1);
        String folder = "long-way-" + protocol.toLowerCase(Locale.ROOT);
        for (int i = 0; i < 12; i++) {
            person.putText(site, "log" + i + ".txt", (i + " high water 06:12\n").repeat(1_700))
                    .is(200);
        }
        HostingCompanies.Company company = company(protocol);
        String destination = destination(
                person,
                site,
                hostAt(person, company, protocol),
                at("/" + company.shown().getFileName() + "/" + folder, ""));
        company.account().manner().setFault(HostingFault.DROPS);
        try {
            JsonNode ended = done(person, destination, work("PUBLISH"));
            assertThat(ended.get("filesDone").asInt()).as("%s", ended).isEqualTo(13);
            assertThat(ended.get("bytesDone").asLong())
                    .as("what was sent and did not arrive is not counted as done")
                    .isEqualTo(ended.get("bytesTotal").asLong());
        } finally {
            company.account().manner().setFault(HostingFault.NONE);
        }
        for (int i = 0; i < 12; i++) {
            assertThat(company.shown().resolve(folder + "/log" + i + ".txt"))
                    .hasContent((i + " high water 06:12\n").repeat(1_700));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"FTP", "SFTP"})
    void aLineThatNeverLetsAFileThroughIsGivenUp(String protocol) {
        ApiClient person = harbor.person();
        String site = site(person, 1);
        person.putText(site, "tides.txt", "high water 06:12\n".repeat(10_000)).is(200);
        HostingCompanies.Company company = company(protocol);
        String destination = destination(
                person, site, hostAt(person, company, protocol), at("never-" + protocol.toLowerCase(Locale.ROOT), ""));
        company.account().manner().setFault(HostingFault.DROPS);
        try {
            String job = person.post("/api/destinations/" + destination + "/jobs", work("PUBLISH"))
                    .is(202)
                    .json()
                    .get("id")
                    .asString();
            JsonNode ended = end(person, job, state -> !state.equals("RUNNING"));
            assertThat(ended.get("state").asString()).isEqualTo("FAILED");
            assertThat(ended.get("fault").asString()).isEqualTo("DROPPED");
        } finally {
            company.account().manner().setFault(HostingFault.NONE);
        }
    }

    /** Each connection to the database is cut again and again while files are being sent: the work goes on. */
    @Test
    void aHiccupOfTheDatabaseIsNoFailureOfTheWork() throws InterruptedException {
        ApiClient person = harbor.person();
        String site = site(person, 30);
        HostingCompanies.Company company = company("SFTP");
        String destination = destination(
                person,
                site,
                hostAt(person, company, "SFTP"),
                at("/" + company.shown().getFileName() + "/hiccup", ""));
        JdbcTemplate db = harbor.bean(JdbcTemplate.class);
        company.account().manner().setFault(HostingFault.SLOW);
        // Libraries tell of each connection that is cut.
        Logger libraries = (Logger) LoggerFactory.getLogger(Logger.ROOT_LOGGER_NAME);
        Level usual = libraries.getLevel();
        libraries.setLevel(Level.OFF);
        try {
            String job = person.post("/api/destinations/" + destination + "/jobs", work("PUBLISH"))
                    .is(202)
                    .json()
                    .get("id")
                    .asString();
            for (int cut = 0; cut < 20; cut++) {
                try {
                    for (Long other : db.queryForList(
                            "select id from information_schema.processlist where id <> connection_id()", Long.class)) {
                        db.execute("kill " + other);
                    }
                } catch (DataAccessException e) {
                    // Its own may be among those that the pool gives out next.
                }
                Thread.sleep(100);
            }
            JsonNode ended = await("the work")
                    .atMost(Patience.MOST)
                    .ignoreExceptions()
                    .until(
                            () -> person.get("/api/host-jobs/" + job).is(200).json(),
                            j -> !j.get("state").asString().equals("RUNNING"));
            assertThat(ended.get("state").asString()).as("%s", ended).isEqualTo("DONE");
            assertThat(ended.get("filesDone").asInt()).isEqualTo(30);
        } finally {
            // What was cut is not to be met by the tests that follow.
            unwrapped(harbor.bean(DataSource.class)).getHikariPoolMXBean().softEvictConnections();
            libraries.setLevel(usual);
            company.account().manner().setFault(HostingFault.NONE);
        }
    }

    private static HikariDataSource unwrapped(DataSource source) {
        try {
            return source.unwrap(HikariDataSource.class);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String hostAt(ApiClient person, HostingCompanies.Company company, String protocol) {
        Map<String, Object> form = host(
                protocol,
                company.server(),
                company.port(),
                company.account().user(),
                company.account().password());
        return protocol.equals("SFTP")
                ? accepted(person, form)
                : person.post("/api/hosts", form).is(201).json().get("id").asString();
    }

    private HostingCompanies.Company company(String protocol) {
        return harbor.bean(World.class).hosting().all().get(protocol.equals("SFTP") ? 1 : 0);
    }

    @Test
    void workOfANodeThatLivesIsLeftToIt() throws InterruptedException {
        ApiClient person = harbor.person();
        String site = site(person, 2);
        String destination = destination(person, site, folderHost(person), at("elsewhere", ""));
        JsonNode looked = done(person, destination, work("LOOK"));
        assertThat(looked.get("result").asString())
                .as("a folder that is not there yet holds nothing")
                .isEqualTo("Nothing is there.");
        String job = looked.get("id").asString();
        JdbcTemplate db = harbor.bean(JdbcTemplate.class);
        db.update(
                "update host_job set state = 'RUNNING', node = 'other', beat_at = utc_timestamp() + interval 1 minute"
                        + " where id = ?",
                job);
        person.post("/api/destinations/" + destination + "/jobs", work("LOOK")).is(409);
        assertThat(person.post("/api/host-jobs/" + job + "/pause", Map.of())
                        .json()
                        .get("state")
                        .asString())
                .isEqualTo("PAUSED");
        assertThat(person.delete("/api/host-jobs/" + job).json().get("state").asString())
                .isEqualTo("STOPPED");
        person.post("/api/host-jobs/" + job + "/resume", Map.of()).is(200);
        assertThat(end(person, job, state -> !state.equals("RUNNING"))
                        .get("state")
                        .asString())
                .isEqualTo("DONE");
    }

    @Test
    void onlyWhatAHostShowedIsAccepted() {
        ApiClient person = harbor.person();
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(1);
        String id = person.post("/api/hosts", host("SFTP", company.server(), company.port(), "marta", "Keel-Haul_7"))
                .is(201)
                .json()
                .get("id")
                .asString();
        String shown = tested(person, id).get("steps").get(2).get("identity").asString();
        person.put("/api/hosts/" + id + "/identity", Map.of("identity", shown.substring(0, 12)))
                .is(412);
        person.put("/api/hosts/" + id + "/identity", Map.of("identity", shown)).is(200);
        assertThat(person.get("/api/hosts/" + id).json().get("identity").asString())
                .isEqualTo(shown);
        // For another server what was accepted counts no more.
        person.put("/api/hosts/" + id, host("SFTP", "other.lockside.localhost", company.port(), "marta", "Keel-Haul_7"))
                .is(200);
        assertThat(person.get("/api/hosts/" + id).json().get("identity").asString())
                .isEmpty();
    }

    @Test
    void anAccountIsSavedOnceAndItsFoldersBelongToOneSiteEach() {
        ApiClient person = harbor.person();
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(0);
        Map<String, Object> form = host("FTP", company.server(), company.port(), "tickover", "tick tock 12");
        String plain = person.post("/api/hosts", form).is(201).json().get("id").asString();
        assertThat(person.post("/api/hosts", form).is(400).text()).contains("You have this account already, as “Host”");
        form.put("server", " FTP://Ftp.Quayside.localhost/ ");
        assertThat(person.post("/api/hosts", form).is(400).text()).contains("You have this account already");
        // Another way into the same account is another host; a folder there is still one folder.
        form.putAll(host("FTPS", company.server(), company.port() + 1, "tickover", "tick tock 12"));
        String secure = person.post("/api/hosts", form).is(201).json().get("id").asString();
        String site = site(person, 1);
        String other = site(person, 1);
        destination(person, site, plain, at("/public_html/lamp", ""));
        Map<String, Object> same = Map.of("hostId", secure, "at", at("public_html/lamp/", ""));
        assertThat(person.post("/api/sites/" + other + "/destinations", same)
                        .is(400)
                        .text())
                .contains("Slipway is published to this folder already");
        harbor.person().post("/api/hosts", form).is(201);
    }

    @Test
    void aKeyIsUnlockedOnceAndItsLockIsNotKept() {
        ApiClient person = harbor.person();
        HostingCompanies all = harbor.bean(World.class).hosting();
        HostingCompanies.Company company = all.all().get(1);
        Map<String, Object> form = host("SFTP", company.server(), company.port(), "marta", all.keyFrom(company));
        assertThat(person.post("/api/hosts", form).is(400).text()).contains("passphrase", "is locked");
        form.put("passphrase", "not it");
        assertThat(person.post("/api/hosts", form).is(400).text()).contains("passphrase", "does not open");
        form.put("passphrase", "Keel-Haul_7");
        String id = accepted(person, form);
        JsonNode saved = person.get("/api/hosts/" + id).json();
        assertThat(saved.get("signIn").asString()).isEqualTo("KEY");
        assertThat(saved.toString()).doesNotContain("BEGIN").doesNotContain("Keel-Haul_7");
        assertThat(tested(person, id).get("steps").toString()).contains("Signed in as marta.");
        form.put("protocol", "FTPS");
        form.put("passphrase", null);
        assertThat(person.put("/api/hosts/" + id, form).is(400).text()).contains("over SFTP only");
    }

    @Test
    void aSecretThatCannotBeOpenedAnyMoreIsAskedForAgain() {
        ApiClient person = harbor.person();
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(1);
        Map<String, Object> form = host("SFTP", company.server(), company.port(), "marta", "Keel-Haul_7");
        String id = accepted(person, form);
        String destination = destination(person, site(person, 1), id, at("/htdocs/sealed", ""));
        // As after a database came back without the key in the harbor's folder.
        harbor.bean(JdbcTemplate.class).update("update host set secret = reverse(secret) where id = ?", id);
        assertThat(person.get("/api/hosts").is(200).text()).contains("\"NOTHING\"");
        assertThat(tested(person, id).get("steps").toString())
                .contains("SECRET_LOST")
                .contains("Give the password or key again.");
        JsonNode failed = done(person, destination, work("PUBLISH"));
        assertThat(failed.get("fault").asString()).isEqualTo("SECRET_LOST");
        assertThat(failed.get("result").asString()).isEqualTo("Nothing was changed there.");
        person.put("/api/hosts/" + id, form).is(200);
        person.post("/api/host-jobs/" + failed.get("id").asString() + "/resume", Map.of())
                .is(200);
        assertThat(end(person, failed.get("id").asString(), state -> !state.equals("RUNNING"))
                        .get("state")
                        .asString())
                .isEqualTo("DONE");
    }

    @Test
    void aVersionComesAsAZipForAnyBasePath() throws Exception {
        ApiClient person = harbor.person();
        String site = site(person, 3);
        person.publish(site);
        Map<String, String> files = new HashMap<>();
        byte[] bytes = person.get("/api/sites/" + site + "/versions/1/zip?base=old/place/")
                .is(200)
                .http()
                .body();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), new String(zip.readAllBytes()));
            }
        }
        assertThat(files).containsOnlyKeys("index.html", "page1.html", "page2.html");
        assertThat(files.get("index.html")).contains("href=/old/place/page1.html");
        assertThat(person.get("/api/sites/" + site + "/versions/1/zip?base=/old/place")
                        .http()
                        .body())
                .isEqualTo(bytes);
        harbor.person().get("/api/sites/" + site + "/versions/1/zip").is(404);
    }

    @Test
    void noSecretIsInTheDatabaseInALogInAnAnswerOrInAProcessList() {
        String secret = "Marlin-spike_" + Long.toHexString(System.nanoTime());
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(1);
        Logger all = (Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        Logger ssh = (Logger) LoggerFactory.getLogger("org.apache.sshd");
        ListAppender<ILoggingEvent> heard = new ListAppender<>();
        heard.start();
        all.addAppender(heard);
        Level before = ssh.getLevel();
        // Read by the test alone: it is thousands of lines.
        ssh.addAppender(heard);
        ssh.setAdditive(false);
        ssh.setLevel(Level.DEBUG);
        try {
            ApiClient person = harbor.person();
            String id = person.post("/api/hosts", host("SFTP", company.server(), company.port(), "marta", secret))
                    .is(201)
                    .json()
                    .get("id")
                    .asString();
            JsonNode tested = tested(person, id);
            person.put(
                            "/api/hosts/" + id + "/identity",
                            Map.of(
                                    "identity",
                                    tested.get("steps").get(2).get("identity").asString()))
                    .is(200);
            tested = tested(person, id);
            assertThat(tested.toString()).contains("SIGN_IN_REFUSED").doesNotContain(secret);
            assertThat(person.get("/api/hosts").text()).doesNotContain(secret);
            // A saved password is not sent to another server than the one it was given for.
            person.put("/api/hosts/" + id, host("SFTP", "elsewhere.example", null, "marta", null))
                    .is(400);
        } finally {
            all.detachAppender(heard);
            ssh.setLevel(before);
            ssh.setAdditive(true);
            ssh.detachAppender(heard);
        }
        assertThat(heard.list.stream().map(ILoggingEvent::getFormattedMessage))
                .noneMatch(message -> message.contains(secret));
        assertThat(ProcessHandle.allProcesses().map(p -> p.info().commandLine().orElse("")))
                .noneMatch(line -> line.contains(secret));
        JdbcTemplate db = harbor.bean(JdbcTemplate.class);
        List<Map<String, Object>> columns = db.queryForList(
                "select table_name t, column_name c from information_schema.columns where table_schema = database()"
                        + " and data_type in ('char', 'varchar', 'text', 'mediumtext', 'longtext', 'blob', 'mediumblob',"
                        + " 'longblob', 'varbinary', 'binary')");
        assertThat(columns).hasSizeGreaterThan(50);
        for (Map<String, Object> column : columns) {
            Integer found = db.queryForObject(
                    "select count(*) from `" + column.get("t") + "` where instr(`" + column.get("c") + "`, ?) > 0",
                    Integer.class,
                    secret);
            assertThat(found).as("%s", column).isZero();
        }
    }

    @Test
    void aKilledProcessGoesOnWhenItIsStartedAgain() {
        ChildHarbor child = harbor.child("hostkill");
        child.start();
        ApiClient person = child.client();
        person.openAccount("Keel", "keel@test.example");
        String site = site(person, 30);
        JsonNode company = person.get("/api/practice/hosting").json().get(0);
        JsonNode login = person.post(
                        "/api/hosts/reading", Map.of("text", company.get("mail").asString()))
                .is(200)
                .json();
        Map<String, Object> form = host(
                "FTP",
                login.get("server").asString(),
                login.get("port").asInt(),
                login.get("user").asString(),
                login.get("password").asString());
        form.put("connections", 1);
        String host = person.post("/api/hosts", form).is(201).json().get("id").asString();
        String destination = destination(person, site, host, at("/public_html", ""));
        // Each answer takes 20 ms longer, so that there is something to be killed in.
        person.put("/api/practice/hosting/Quayside", Map.of("fault", "SLOW")).is(200);
        String job = person.post("/api/destinations/" + destination + "/jobs", work("PUBLISH"))
                .is(202)
                .json()
                .get("id")
                .asString();
        await("some to be sent")
                .atMost(Patience.MOST)
                .until(() -> person.get("/api/host-jobs/" + job)
                                .json()
                                .get("filesDone")
                                .asInt()
                        > 3);
        child.kill();
        child.start();
        ApiClient again = child.client();
        again.signIn("keel@test.example", ApiClient.PASSWORD);
        JsonNode ended = end(again, job, state -> !state.equals("RUNNING"));
        assertThat(ended.get("state").asString()).as(ended.toString()).isEqualTo("DONE");
        assertThat(done(again, destination, work("CHECK")).get("result").asString())
                .isEqualTo("Read back all 30 files: each is as it was sent.");
        child.kill();
    }
}
