package evenharbor.app;

import static evenharbor.app.fixture.HostApi.at;
import static evenharbor.app.fixture.HostApi.destination;
import static evenharbor.app.fixture.HostApi.done;
import static evenharbor.app.fixture.HostApi.host;
import static evenharbor.app.fixture.HostApi.work;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.io.MoreFiles;
import com.google.common.io.RecursiveDeleteOption;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.HostApi;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.practice.world.World;
import evenharbor.practice.host.HostingCompanies;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a person decides at a destination where others are at work too, and what is told of it. */
class DestinationTest {

    private static final AtomicInteger FOLDERS = new AtomicInteger();
    private static final FileTime LATER = FileTime.from(Instant.parse("2026-11-20T10:00:00Z"));

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String name = "quay" + FOLDERS.incrementAndGet();
    private Path folder;
    private String site;
    private String destination;

    @BeforeEach
    void publishedOnce() {
        site = person.site("Quay");
        person.claim(site, name).is(201);
        for (String page : List.of("index", "a", "b", "c")) {
            put(page + ".html", "first");
        }
        String host = person.post("/api/hosts", host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
        destination = destination(person, site, host, at(name, "http://" + name + ".example/"));
        folder = harbor.home().resolve("opened").resolve(name);
    }

    private void put(String path, String word) {
        person.putText(site, path, page(word)).is(200);
    }

    private static String page(String word) {
        return "<!doctype html><title>" + word + "</title>";
    }

    private void theirs(String path, String text) throws IOException {
        Files.createDirectories(folder.resolve(path).getParent());
        Files.writeString(folder.resolve(path), text);
        Files.setLastModifiedTime(folder.resolve(path), LATER);
    }

    private JsonNode plan() {
        return person.get("/api/destinations/" + destination + "/plan").is(200).json();
    }

    /** At how many paths something else is there than the version has. */
    private int differingPaths() {
        return person.get("/api/destinations/" + destination)
                .is(200)
                .json()
                .get("differingPaths")
                .asInt();
    }

    private JsonNode look() {
        done(person, destination, work("LOOK"));
        return plan();
    }

    private static List<String> paths(JsonNode list) {
        return list.valueStream().map(one -> one.get("path").asString()).toList();
    }

    private static List<String> words(JsonNode list) {
        return list.valueStream().map(JsonNode::asString).toList();
    }

    /** A host holds what was built for it: with that it is compared, file by file, and by words. */
    @Test
    void whatAHostHoldsIsComparedFileByFile() {
        done(person, destination, work("PUBLISH"));
        put("a.html", "second");
        put("new.html", "a page that is new");
        person.delete("/api/sites/" + site + "/draft/files?path=b.html").is(200);
        String sides = "from=host-" + destination + "&to=draft";
        JsonNode compared = person.get("/api/sites/" + site + "/comparison?" + sides)
                .is(200)
                .json();
        assertThat(compared.get("files")
                        .valueStream()
                        .map(one -> one.get("kind").asString() + " "
                                + one.get("path").asString()))
                .containsExactlyInAnyOrder("CHANGED a.html", "ADDED new.html", "REMOVED b.html");
        assertThat(person.get("/api/sites/" + site + "/comparison/words?" + sides + "&path=a.html")
                        .is(200)
                        .json()
                        .toString())
                .contains("first")
                .contains("second");
        assertThat(person.get("/api/sites/" + site + "/comparison?from=1&to=host-" + destination)
                        .is(200)
                        .json()
                        .get("files"))
                .as("the version that is there")
                .isEmpty();
        ApiClient other = harbor.person();
        String theirs = other.site("Theirs");
        other.get("/api/sites/" + theirs + "/comparison?" + sides).is(404);
    }

    @Test
    void whatIsWishedBesidesIsDoneAndNothingElse() throws IOException {
        done(person, destination, work("PUBLISH"));
        put("a.html", "second");
        put("b.html", "second");
        theirs("b.html", page("theirs"));
        theirs("c.html", page("theirs"));
        theirs("guest/book.txt", "hello");
        theirs("guest/list.txt", "hello");
        JsonNode plan = look();
        assertThat(paths(plan.get("steps"))).containsExactly("a.html");
        assertThat(paths(plan.get("disputed"))).containsExactly("b.html", "c.html");
        assertThat(words(plan.get("foreign"))).containsExactly("guest/book.txt", "guest/list.txt");
        JsonNode ended = done(
                person,
                destination,
                work(
                        "PUBLISH",
                        "heldBack",
                        List.of("a.html"),
                        "decisions",
                        Map.of("b.html", "REPLACE", "c.html", "KEEP_THEIRS"),
                        "removed",
                        List.of("guest/book.txt")));
        assertThat(ended.get("result").asString())
                .contains("1 file sent, 1 removed")
                .contains("2 files stay as they are there, as you wished.");
        assertThat(differingPaths()).as("one held back, one kept").isEqualTo(2);
        assertThat(folder.resolve("a.html")).hasContent(page("first"));
        assertThat(folder.resolve("b.html")).hasContent(page("second"));
        assertThat(folder.resolve("c.html")).hasContent(page("theirs"));
        assertThat(folder.resolve("guest/book.txt")).doesNotExist();
        assertThat(folder.resolve("guest/list.txt")).hasContent("hello");
        ended = done(person, destination, work("PUBLISH", "sentAnyway", List.of("index.html")));
        assertThat(ended.get("result").asString())
                .contains("2 files sent, 0 removed")
                .contains("1 file was left")
                .doesNotContain("as you wished");
        assertThat(folder.resolve("c.html")).hasContent(page("theirs"));
        assertThat(differingPaths()).as("one undecided").isEqualTo(1);
        Files.delete(folder.resolve("b.html"));
        look();
        assertThat(differingPaths())
                .as("one undecided, one that someone removed")
                .isEqualTo(2);
        assertThat(person.get("/api/sites/" + site + "/where").text()).contains("but for 2 files");
        done(person, destination, work("PUBLISH", "decisions", Map.of("c.html", "REPLACE")));
        assertThat(differingPaths()).isZero();
        theirs("a.html", page("theirs again"));
        done(person, destination, work("CHECK"));
        assertThat(differingPaths()).as("one that a check found").isEqualTo(1);
    }

    @Test
    void whatLiesThereAlreadyAsItShallIsTakenOver() throws IOException {
        // The site was put there in another way before, but for one page that was another then.
        for (String page : List.of("index.html", "a.html", "b.html")) {
            theirs(page, page("first"));
        }
        theirs("c.html", page("older"));
        theirs("cgi/count.txt", "4711");
        JsonNode plan = look();
        assertThat(plan.get("leftAloneCount").asInt()).isEqualTo(3);
        assertThat(paths(plan.get("disputed"))).containsExactly("c.html");
        JsonNode ended = done(person, destination, work("PUBLISH", "decisions", Map.of("c.html", "REPLACE")));
        assertThat(ended.get("result").asString()).contains("1 file sent");
        // From now on they are ours: a change of them is no dispute, and they go when the site is taken down.
        put("a.html", "second");
        assertThat(paths(look().get("steps"))).containsExactly("a.html");
        done(person, destination, work("PUBLISH"));
        done(person, destination, work("TAKE_DOWN"));
        assertThat(folder.toFile().list()).containsExactly("cgi");
    }

    @Test
    void aHostThatWasMovedHasOtherTimesButTheSameFiles() throws IOException {
        done(person, destination, work("PUBLISH"));
        for (String page : List.of("index.html", "a.html", "b.html", "c.html")) {
            Files.setLastModifiedTime(folder.resolve(page), LATER);
        }
        put("b.html", "second");
        JsonNode plan = look();
        assertThat(plan.get("disputed")).isEmpty();
        assertThat(paths(plan.get("steps"))).containsExactly("b.html");
        assertThat(done(person, destination, work("PUBLISH")).get("result").asString())
                .contains("1 file sent, 0 removed.")
                .doesNotContain("someone else");
    }

    @Test
    void theirFilesAreShownAndTakenAsTheyAre() throws IOException {
        done(person, destination, work("PUBLISH"));
        theirs("a.html", page("theirs"));
        Files.write(folder.resolve("b.html"), new byte[] {0, (byte) 0xff, 7});
        Files.setLastModifiedTime(folder.resolve("b.html"), LATER);
        try (RandomAccessFile large =
                new RandomAccessFile(folder.resolve("c.html").toFile(), "rw")) {
            large.setLength(80L << 20);
        }
        theirs("odd\\name.html", page("odd"));
        look();
        JsonNode shown = theirs("a.html").is(200).json();
        assertThat(shown.get("text").asBoolean()).isTrue();
        assertThat(shown.get("lines").toString()).contains("first").contains("theirs");
        assertThat(theirs("c.html").is(200).json().get("theirBytes").asLong()).isEqualTo(80L << 20);
        assertThat(theirs("c.html").json().get("text").asBoolean()).isFalse();
        theirs("never-there.html").is(404);
        theirs("../" + name + "/a.html").is(404);
        theirs("/etc/passwd").is(404);

        long revision = person.draftRevision(site);
        assertThat(take(revision, "a.html", "c.html").is(409).text()).contains("more than the 64 MiB");
        assertThat(take(revision, "odd\\name.html").is(409).text()).contains("cannot be the path");
        take(revision, "../" + name + "/a.html").is(409);
        take(revision - 1, "a.html").is(412);
        assertThat(person.draftRevision(site)).as("nothing was changed").isEqualTo(revision);
        take(revision, "a.html", "b.html").is(200);
        assertThat(person.get("/api/sites/" + site + "/draft/text?path=a.html").text())
                .contains("theirs");
        assertThat(paths(plan().get("disputed"))).containsExactly("c.html");
    }

    @Test
    void whatChangesWhileItIsLookedAtIsToldAndNothingIsTaken() throws IOException {
        done(person, destination, work("PUBLISH"));
        theirs("a.html", page("theirs"));
        theirs("b.html", page("theirs"));
        look();
        theirs("a.html", page("theirs, and more of it"));
        Files.delete(folder.resolve("b.html"));
        long revision = person.draftRevision(site);
        for (String path : List.of("a.html", "b.html")) {
            assertThat(take(revision, path).is(412).text()).contains("Nothing was changed. Check again.");
            assertThat(theirs(path).is(412).text()).contains(path);
        }
        assertThat(person.draftRevision(site)).isEqualTo(revision);
    }

    private ApiClient.Answer theirs(String path) {
        return person.get(
                "/api/destinations/" + destination + "/theirs?path=" + URLEncoder.encode(path, StandardCharsets.UTF_8));
    }

    private ApiClient.Answer take(long revision, String... paths) {
        return person.post(
                "/api/destinations/" + destination + "/imports",
                Map.of("paths", List.of(paths), "draftRevision", revision));
    }

    private Map<String, Object> form(String folder, String carries) {
        Map<String, Object> form = new HashMap<>(at(folder, "http://" + name + ".example/shop/"));
        form.put("carries", carries);
        return form;
    }

    private ApiClient.Answer change(Map<String, Object> form, String... fields) {
        return person.put("/api/destinations/" + destination, form, fields);
    }

    private JsonNode here() {
        return person.get("/api/destinations/" + destination).is(200).json();
    }

    @Test
    void redirectsGoAlongAsPagesOrAsRulesAndGoWhenTheyAreNotToAnyMore() throws IOException {
        RedirectApi.add(person, site, "/old", "/a.html");
        change(form(name, "PAGES")).is(200);
        done(person, destination, work("PUBLISH"));
        assertThat(folder.resolve("old/index.html"))
                .content()
                .contains("http-equiv=\"refresh\"")
                .contains("/shop/a.html");
        change(form(name, "RULES")).is(200);
        JsonNode plan = look();
        assertThat(paths(plan.get("steps"))).containsExactly(".htaccess", "old/index.html");
        done(person, destination, work("PUBLISH"));
        assertThat(folder.resolve("old")).doesNotExist();
        assertThat(folder.resolve(".htaccess")).content().contains("/shop/a.html");
        change(form(name, "NOTHING")).is(200);
        done(person, destination, work("PUBLISH"));
        assertThat(folder.toFile().list()).containsExactlyInAnyOrder("index.html", "a.html", "b.html", "c.html");
    }

    @Test
    void whatWouldLeaveFilesBehindOrOverwriteAnothersChangeIsRefused() {
        long seen = here().get("revision").asLong();
        change(form(name, "PAGES"), "If-Match", "\"" + seen + "\"").is(200);
        assertThat(change(form(name, "RULES"), "If-Match", "\"" + seen + "\"")
                        .is(412)
                        .text())
                .contains("this destination");
        assertThat(here().get("carries").asString()).isEqualTo("PAGES");
        done(person, destination, work("PUBLISH"));
        assertThat(change(form(name + "/elsewhere", "PAGES")).is(400).text())
                .contains("Take it down first, or add a second destination.");
        done(person, destination, work("TAKE_DOWN"));
        assertThat(here().get("state").asString()).isEqualTo("TAKEN_DOWN");
        assertThat(here().get("previousVersion").asInt()).isEqualTo(1);
        // Put back, it is as it was; forgotten, the files stay there and are nobody's.
        done(person, destination, work("PUBLISH", "version", 1));
        assertThat(here().get("currentVersion").asInt()).isEqualTo(1);
        person.delete("/api/destinations/" + destination).is(204);
        person.get("/api/destinations/" + destination).is(404);
        assertThat(folder.resolve("a.html")).hasContent(page("first"));
        assertThat(person.get("/api/hosts").json().get("hosts").get(0).get("uses"))
                .isEmpty();
    }

    private JsonNode late() {
        return person.get("/api/sites/" + site).is(200).json().get("lateDestinations");
    }

    @Test
    void aDestinationThatIsBehindIsToldWithTheSiteUnlessItFollowsByItself() {
        assertThat(late()).as("nothing was sent there yet").isEmpty();
        done(person, destination, work("PUBLISH"));
        assertThat(late()).isEmpty();
        put("a.html", "second");
        put("d.html", "new");
        assertThat(late()).hasSize(1);
        assertThat(late().get(0).get("behind").asInt()).isEqualTo(2);
        assertThat(late().get(0).get("host").asString()).isEqualTo("Host");
        Map<String, Object> follows = new HashMap<>(at(name, ""));
        follows.put("follows", true);
        change(follows).is(200);
        assertThat(late()).isEmpty();
    }

    @Test
    void aFolderOfThisMachineIsOneForAllWhoPublishThere() {
        ApiClient other = harbor.person();
        String theirHost = other.post("/api/hosts", host("FOLDER", "Shared web folder", null, "", null))
                .is(201)
                .json()
                .get("id")
                .asString();
        String theirSite = other.site("Elsewhere");
        assertThat(other.post(
                                "/api/sites/" + theirSite + "/destinations",
                                Map.of("hostId", theirHost, "at", at("/" + name, "")))
                        .is(400)
                        .text())
                .contains("Another site is published to this folder already.")
                .doesNotContain("Quay");
        // Nor within it, nor around it: each would have the other's files among its own.
        for (String nested : List.of(name + "/guests", "")) {
            assertThat(other.post(
                                    "/api/sites/" + theirSite + "/destinations",
                                    Map.of("hostId", theirHost, "at", at(nested, "")))
                            .is(400)
                            .text())
                    .contains("Choose one that lies beside it.");
        }
        other.claim(theirSite, name + "b").is(201);
        other.putText(theirSite, "index.html", page("guests")).is(200);
        String beside = HostApi.destination(other, theirSite, theirHost, at(name + "-guests", ""));
        done(other, beside, work("PUBLISH"));
        assertThat(look().get("foreignCount").asInt()).isZero();
        done(person, destination, work("PUBLISH"));
        done(person, destination, work("TAKE_DOWN"));
        assertThat(folder.resolveSibling(name + "-guests").resolve("index.html"))
                .content()
                .contains("guests");
    }

    @Test
    void workThatIsSeenAsDoneIsSeenWithWhatItDid() {
        // Whoever watches takes what is done for the end, and asks no more.
        String before = "";
        for (int i = 0; i < 20; i++) {
            String job = person.post("/api/destinations/" + destination + "/jobs", work("LOOK"))
                    .is(202)
                    .json()
                    .get("id")
                    .asString();
            JsonNode seen = IntStream.generate(() -> 1)
                    .parallel()
                    .mapToObj(one -> person.get("/api/destinations/" + destination)
                            .is(200)
                            .json())
                    .filter(d -> d.get("job").get("id").asString().equals(job)
                            && d.get("job").get("state").asString().equals("DONE"))
                    .findAny()
                    .orElseThrow();
            assertThat(seen.get("lookedAt").asString()).isNotEqualTo(before);
            before = seen.get("lookedAt").asString();
        }
    }

    @Test
    void aFolderThatIsGoneIsPublishedToAnew() throws IOException {
        done(person, destination, work("PUBLISH"));
        MoreFiles.deleteRecursively(folder, RecursiveDeleteOption.ALLOW_INSECURE);
        JsonNode plan = look();
        assertThat(plan.get("added").asInt()).isEqualTo(4);
        assertThat(plan.get("disputed")).isEmpty();
        done(person, destination, work("PUBLISH"));
        assertThat(folder.resolve("index.html")).hasContent(page("first"));
    }

    @Test
    void theCheckReadsBackAndTellsWhatDiffers() throws IOException {
        done(person, destination, work("PUBLISH"));
        FileTime before = Files.getLastModifiedTime(folder.resolve("a.html"));
        // Of the same length and with the same time: no listing shows it.
        Files.writeString(folder.resolve("a.html"), page("f1rst"));
        Files.setLastModifiedTime(folder.resolve("a.html"), before);
        assertThat(look().get("disputed")).isEmpty();
        Files.delete(folder.resolve("b.html"));
        JsonNode checked = done(person, destination, work("CHECK"));
        assertThat(checked.get("result").asString())
                .isEqualTo("Read back 4 files: 1 differs from what was sent, 1 is missing.");
        assertThat(checked.get("filesDone").asInt()).isEqualTo(3);
        assertThat(checked.get("bytesDone").asLong())
                .isEqualTo(3L * page("first").length());
        JsonNode plan = plan();
        assertThat(paths(plan.get("disputed"))).containsExactly("a.html");
        assertThat(paths(plan.get("steps"))).containsExactly("b.html");
        done(person, destination, work("PUBLISH", "everything", true, "decisions", Map.of("a.html", "REPLACE")));
        assertThat(done(person, destination, work("CHECK")).get("result").asString())
                .isEqualTo("Read back all 4 files: each is as it was sent.");
    }

    @Test
    void aFullDiskIsToldAndWorkGoesOnWhenThereIsRoom() {
        HostingCompanies.Company company =
                harbor.bean(World.class).hosting().all().get(1);
        String host = HostApi.accepted(
                person,
                host("SFTP", company.server(), company.port(), company.account().user(), "Keel-Haul_7"));
        String there = destination(person, site, host, at("/htdocs/" + name, ""));
        assertThat(done(person, there, work("PUBLISH")).get("state").asString()).isEqualTo("DONE");
        put("a.html", "second, and longer than it was");
        company.account().manner().setFault(HostingFault.FULL);
        try {
            JsonNode failed = done(person, there, work("PUBLISH"));
            assertThat(failed.get("state").asString()).isEqualTo("FAILED");
            assertThat(failed.get("fault").asString()).isEqualTo("DISK_FULL");
            assertThat(failed.get("mend").asString()).isEqualTo("Make room there, then go on.");
            assertThat(failed.get("result").asString()).contains("Visitors see whole pages");
            assertThat(person.get("/api/destinations/" + there)
                            .json()
                            .get("state")
                            .asString())
                    .isEqualTo("PARTLY");
            company.account().manner().setFault(HostingFault.NONE);
            String job = failed.get("id").asString();
            person.post("/api/host-jobs/" + job + "/resume", Map.of()).is(200);
            JsonNode ended = HostApi.end(person, job, state -> !state.equals("RUNNING"));
            assertThat(ended.get("state").asString()).isEqualTo("DONE");
            assertThat(company.shown().resolve(name).resolve("a.html"))
                    .content()
                    .contains("second");
            assertThat(person.get("/api/destinations/" + there)
                            .json()
                            .get("behind")
                            .asInt())
                    .isZero();
        } finally {
            company.account().manner().setFault(HostingFault.NONE);
        }
    }
}
