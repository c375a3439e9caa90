package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class PublishTest {

    private static int sites;

    private final TestHarbor harbor = TestHarbor.get();
    private ApiClient person;
    private String site;
    private String host;

    @BeforeEach
    void begin() {
        person = harbor.person();
        site = person.site("Published");
        String name = "published-" + Integer.toString(++sites, 36) + "x";
        host = name + ".harbor.localhost";
        person.claim(site, name).is(201);
        write("index.html", "<link rel=stylesheet href=s.css><p>one");
        write("s.css", "p { color: red }");
        write("about.html", "<p>about");
    }

    private void write(String path, String text) {
        person.putText(site, path, text).is(200);
    }

    private String visitorsSee(String path) {
        ApiClient.Answer answer = person.visit(host, path);
        return answer.status() == 200 ? answer.text() : String.valueOf(answer.status());
    }

    private ApiClient.Answer ask(Map<String, Object> changes) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "heldBack",
                Set.of(),
                "sentAnyway",
                Set.of(),
                "rightsConfirmed",
                true,
                "draftRevision",
                person.draftRevision(site)));
        form.putAll(changes);
        return person.post("/api/sites/" + site + "/publications", form);
    }

    private JsonNode changes() {
        return person.get("/api/sites/" + site + "/changes").is(200).json();
    }

    @Test
    void visitorsSeeNothingOfTheDraftUntilItIsPublished() {
        assertThat(visitorsSee("/")).isEqualTo("404");
        assertThat(person.publish(site)).isEqualTo(1);
        assertThat(visitorsSee("/")).contains("<p>one").contains("s.css?v=");
        write("index.html", "<p>two");
        assertThat(visitorsSee("/")).contains("<p>one");
        assertThat(changes().get("changes")).hasSize(1);
        assertThat(person.publish(site)).isEqualTo(2);
        assertThat(visitorsSee("/")).isEqualTo("<p>two");
        assertThat(changes().get("changes")).isEmpty();
    }

    @Test
    void whoeverStillReadsAnEarlierPageGetsItsStylesAlsoWhenTheSiteWasDownInBetween() {
        List<String> pages = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            write("s.css", "p { order: " + i + " }");
            person.publish(site);
            pages.add(visitorsSee("/").replaceAll("(?s).*(s\\.css\\?v=[0-9a-f]+).*", "/$1"));
        }
        person.put("/api/sites/" + site + "/live", Map.of("live", false)).is(200);
        person.put("/api/sites/" + site + "/live", Map.of("live", true)).is(200);
        for (int i = 0; i < 3; i++) {
            assertThat(visitorsSee(pages.get(i))).contains("order: " + i);
        }
    }

    @Test
    void theRightsAreAskedForOnceAndRecorded() {
        assertThat(ask(Map.of("rightsConfirmed", false))
                        .is(400)
                        .json()
                        .get("violations")
                        .get(0)
                        .get("field")
                        .asString())
                .isEqualTo("rightsConfirmed");
        assertThat(visitorsSee("/")).isEqualTo("404");
        person.publish(site);
        write("about.html", "<p>more");
        person.await(
                ask(Map.of("rightsConfirmed", false)).is(202).json().get("id").asString());
        assertThat(person.get("/api/sites/" + site + "/activities").text()).contains("RIGHTS_CONFIRMED");
    }

    @Test
    void aPageHeldBackStaysAsItIsLiveAndIsStillToBePublished() {
        person.publish(site);
        write("index.html", "<p>two");
        write("about.html", "<p>new about");
        person.await(ask(Map.of("heldBack", Set.of("index.html")))
                .is(202)
                .json()
                .get("id")
                .asString());
        assertThat(visitorsSee("/")).contains("<p>one");
        assertThat(visitorsSee("/about.html")).isEqualTo("<p>new about");
        assertThat(changes().get("changes")).hasSize(1);
        assertThat(changes().get("changes").get(0).get("path").asString()).isEqualTo("index.html");
    }

    @Test
    void anUnchangedFileSentAnywayIsReadBackAndADamagedOneStopsThePublish() throws IOException {
        person.publish(site);
        person.await(ask(Map.of("sentAnyway", Set.of("about.html")))
                .is(202)
                .json()
                .get("id")
                .asString());
        Path stored;
        try (Stream<Path> all = Files.walk(harbor.home().resolve("blobs"))) {
            stored = all.filter(Files::isRegularFile)
                    .filter(file -> reads(file, "<p>about"))
                    .findFirst()
                    .orElseThrow();
        }
        Files.writeString(stored, "<p>ab0ut");
        String id = ask(Map.of("sentAnyway", Set.of("about.html")))
                .is(202)
                .json()
                .get("id")
                .asString();
        Awaitility.await().atMost(Patience.MOST).until(() -> !state(id).equals("RUNNING"));
        assertThat(state(id)).isEqualTo("FAILED");
        Files.writeString(stored, "<p>about");
        assertThat(person.get("/api/publications/" + id).json().get("problem").asString())
                .contains("about.html", "What is live stays as it was");
        assertThat(visitorsSee("/")).contains("<p>one");
    }

    private static boolean reads(Path file, String text) {
        try {
            return Files.size(file) == text.length() && Files.readString(file).equals(text);
        } catch (IOException e) {
            return false;
        }
    }

    private String state(String publication) {
        return person.get("/api/publications/" + publication)
                .json()
                .get("state")
                .asString();
    }

    @Test
    void aSiteIsTakenDownAndPutLiveAgainExactlyAsItWas() {
        person.publish(site);
        String before = visitorsSee("/");
        write("index.html", "<p>changed meanwhile");
        person.put("/api/sites/" + site + "/live", Map.of("live", false)).is(200);
        assertThat(visitorsSee("/")).isEqualTo("404");
        assertThat(visitorsSee("/about.html")).isEqualTo("404");
        person.put("/api/sites/" + site + "/live", Map.of("live", true)).is(200);
        assertThat(visitorsSee("/")).isEqualTo(before);
        assertThat(person.get("/api/sites/" + site + "/past").json().get("spans"))
                .hasSize(2);
    }

    @Test
    void theSameRequestSentTwicePublishesOnce() {
        long revision = person.draftRevision(site);
        Map<String, Object> form = Map.of(
                "heldBack", Set.of(), "sentAnyway", Set.of(), "rightsConfirmed", true, "draftRevision", revision);
        String at = "/api/sites/" + site + "/publications";
        String first = person.post(at, form, "Idempotency-Key", "k1")
                .is(202)
                .json()
                .get("id")
                .asString();
        person.await(first);
        assertThat(person.post(at, form, "Idempotency-Key", "k1")
                        .is(202)
                        .json()
                        .get("id")
                        .asString())
                .isEqualTo(first);
        assertThat(person.get("/api/sites/" + site + "/versions").json()).hasSize(1);
    }

    @Test
    void aPublishOfADraftThatSomeoneChangedIsRefused() {
        long looked = person.draftRevision(site);
        write("about.html", "<p>someone else was here");
        assertThat(ask(Map.of("draftRevision", looked))
                        .is(412)
                        .json()
                        .get("detail")
                        .asString())
                .contains("changed this draft since you opened it (edited about.html)");
        assertThat(visitorsSee("/")).isEqualTo("404");
    }

    @Test
    void aSiteWithoutAnAddressOrFilesIsNotPublished() {
        String bare = person.site("Bare");
        assertThat(person.askPublish(bare, Set.of())
                        .is(409)
                        .json()
                        .get("detail")
                        .asString())
                .contains("address");
        person.claim(bare, host.split("\\.")[0] + "-bare").is(201);
        assertThat(person.askPublish(bare, Set.of())
                        .is(409)
                        .json()
                        .get("detail")
                        .asString())
                .contains("no files");
    }

    @Test
    void aRestoreSavesTheDraftFirstAndLosesNothing() {
        person.publish(site);
        write("index.html", "<p>work in progress");
        String at = "/api/sites/" + site + "/versions";
        long revision = person.draftRevision(site);
        JsonNode restored = person.post(at + "/1/restoration", Map.of("draftRevision", revision, "redirects", false))
                .is(200)
                .json();
        assertThat(restored.get("savedAs").asInt()).isEqualTo(2);
        assertThat(draftText("index.html")).contains("<p>one");
        JsonNode back = person.post(
                        at + "/2/restoration",
                        Map.of("draftRevision", restored.get("draftRevision").asLong(), "redirects", false))
                .is(200)
                .json();
        assertThat(back.get("savedAs").isNull()).isTrue();
        assertThat(draftText("index.html")).isEqualTo("<p>work in progress");
        assertThat(person.post(at + "/1/restoration", Map.of("draftRevision", revision, "redirects", false))
                        .status())
                .isEqualTo(412);
        assertThat(draftText("index.html")).isEqualTo("<p>work in progress");
    }

    private String draftText(String path) {
        return person.get("/api/sites/" + site + "/draft/text?path=" + path)
                .is(200)
                .json()
                .get("text")
                .asString();
    }

    @Test
    void anEarlierVersionIsPutLiveAtOnceAndTheDraftStays() {
        person.publish(site);
        write("index.html", "<p>two");
        person.publish(site);
        write("index.html", "<p>three");
        person.put("/api/sites/" + site + "/live/version", Map.of("version", 1, "redirects", false))
                .is(200);
        assertThat(visitorsSee("/")).contains("<p>one");
        assertThat(draftText("index.html")).isEqualTo("<p>three");
        person.put("/api/sites/" + site + "/live/version", Map.of("version", 2, "redirects", false))
                .is(200);
        assertThat(visitorsSee("/")).isEqualTo("<p>two");
    }

    @Test
    void versionsAreNamedNotedAndKept() {
        person.post("/api/sites/" + site + "/versions", Map.of("name", "First sketch"))
                .is(201);
        Map<String, Object> description = Map.of("name", "Sketch", "note", "to come back to", "kept", true);
        person.ask(
                        "PATCH",
                        "/api/sites/" + site + "/versions/1",
                        JsonMapper.builder().build().writeValueAsBytes(description),
                        "application/json")
                .is(200);
        JsonNode version = person.get("/api/sites/" + site + "/versions").json().get(0);
        assertThat(version.get("name").asString()).isEqualTo("Sketch");
        assertThat(version.get("kept").asBoolean()).isTrue();
        assertThat(version.get("publishedAt").isNull()).isTrue();
    }

    @Test
    void aPreviewShowsTheDraftOrAVersionToWhoeverKnowsItsNameOnly() {
        person.publish(site);
        write("index.html", "<link rel=stylesheet href=s.css><p>draft");
        String at = "/api/sites/" + site + "/previews";
        String draft = URI.create(
                        person.post(at, Map.of()).is(200).json().get("url").asString())
                .getHost();
        String version = URI.create(person.post(at, Map.of("version", 1))
                        .is(200)
                        .json()
                        .get("url")
                        .asString())
                .getHost();
        assertThat(person.visit(draft, "/").is(200).text()).contains("<p>draft");
        assertThat(person.visit(version, "/").is(200).text()).contains("<p>one");
        assertThat(person.visit(draft, "/s.css").is(200).field("X-Robots-Tag")).contains("noindex");
        String guessed = (draft.startsWith("2") ? "3" : "2") + draft.substring(1);
        assertThat(person.visit(guessed, "/").status()).isEqualTo(404);
        write("index.html", "<p>edited again");
        assertThat(person.visit(draft, "/").text()).isEqualTo("<p>edited again");
        List<String> pages = new ArrayList<>();
        person.post(at, Map.of()).json().get("pages").forEach(p -> pages.add(p.asString()));
        assertThat(pages).containsExactly("about.html", "index.html");
    }

    @Test
    void packedFormsAreMadeAfterAPublishAndServed() {
        write("long.html", "<p>the same line again and again</p>".repeat(100));
        person.publish(site);
        Awaitility.await()
                .atMost(Patience.MOST)
                .untilAsserted(() -> assertThat(person.visit(host, "/long.html", "Accept-Encoding", "br")
                                .field("Content-Encoding"))
                        .isEqualTo("br"));
    }

    @Test
    void whileTwoHundredPublishesAlternateNoRequestFailsAndEveryPageMeetsItsAssets() throws Exception {
        write("index.html", "<link rel=stylesheet href=s.css><p>version A");
        write("s.css", "p { content: 'A' }");
        int first = person.publish(site);
        write("index.html", "<link rel=stylesheet href=s.css><p>version B");
        write("s.css", "p { content: 'B' }");
        int second = person.publish(site);
        Visitor visitor = new Visitor();
        Thread loop = new Thread(visitor, "visitor");
        loop.start();
        for (int i = 0; i < 200; i++) {
            int version = i % 2 == 0 ? first : second;
            person.put("/api/sites/" + site + "/live/version", Map.of("version", version, "redirects", false))
                    .is(200);
        }
        visitor.stopped = true;
        loop.join();
        assertThat(visitor.faults).isEmpty();
        assertThat(visitor.seenA).isGreaterThan(20);
        assertThat(visitor.seenB).isGreaterThan(20);
    }

    /** Asks for a page, then for the style sheet it names, again and again. */
    private final class Visitor implements Runnable {
        private final List<String> faults = new CopyOnWriteArrayList<>();
        private volatile boolean stopped;
        private int seenA;
        private int seenB;

        @Override
        public void run() {
            for (int i = 0; !stopped && i < 100_000; i++) {
                ApiClient.Answer page = person.visit(host, "/");
                String text = page.text();
                int at = text.indexOf("s.css?v=");
                if (page.status() != 200 || at < 0) {
                    faults.add("page: " + page.status() + " " + text);
                    continue;
                }
                String name = text.contains("version A") ? "A" : "B";
                ApiClient.Answer css = person.visit(host, "/" + text.substring(at, at + 20));
                if (css.status() != 200 || !css.text().contains("'" + name + "'")) {
                    faults.add("page " + name + " met " + css.status() + " " + css.text());
                }
                if (name.equals("A")) {
                    seenA++;
                } else {
                    seenB++;
                }
            }
        }
    }
}
