package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** The four sites of the demo, as they are loaded. */
class DemoTest {

    private final ApiClient marta = TestHarbor.get().stranger();

    @BeforeEach
    void signIn() {
        marta.signIn("marta@papermoon.example", "moon over the quay").is(200);
    }

    private JsonNode lane(String title) {
        for (JsonNode lane : marta.get("/api/sites").is(200).json()) {
            if (lane.get("site").get("title").asString().equals(title)) {
                return lane;
            }
        }
        throw new AssertionError("No site " + title);
    }

    @ParameterizedTest
    @CsvSource({"Papermoon,true,6", "Tickover,true,3", "Foxglove,true,4", "Night Market,false,1"})
    void eachSiteHasItsVersionsAndItsState(String title, boolean live, int versions) {
        JsonNode lane = lane(title);
        assertThat(lane.get("site").get("live").asBoolean()).isEqualTo(live);
        assertThat(lane.get("notches")).hasSize(versions);
        Instant before = Instant.now().minus(Duration.ofDays(300));
        for (JsonNode notch : lane.get("notches")) {
            assertThat(Instant.parse(notch.get("at").asString())).isBetween(before, Instant.now());
        }
    }

    @Test
    void eachSiteIsForSomeoneAndSomeoneElseLooksAfterIt() {
        assertThat(marta.visit("papermoon.harbor.localhost", "/members/").status())
                .isEqualTo(403);
        ApiClient.Answer in = marta.say("papermoon.harbor.localhost", "/members/", "password=moon+over+the+loft", "");
        assertThat(in.status()).isEqualTo(303);
        JsonNode market = marta.get("/api/sites/"
                        + lane("Night Market").get("site").get("id").asString() + "/audience")
                .is(200)
                .json();
        assertThat(market.get(0).get("link").asString()).contains("let-in=");
        JsonNode review = lane("Foxglove").get("site").get("review");
        assertThat(review.get("askedBy").asString()).isEqualTo("Ivo Lantern");
        assertThat(review.get("state").asString()).isEqualTo("OPEN");
        ApiClient ivo = TestHarbor.get().stranger();
        ivo.signIn("ivo@papermoon.example", "moon over the quay").is(200);
        assertThat(ivo.get("/api/session").json().get("role").asString()).isEqualTo("EDITOR");
    }

    @Test
    void papermoonHasAWinterProgrammeThatIsNotPublishedYet() {
        JsonNode site = lane("Papermoon").get("site");
        assertThat(site.get("changes").asInt()).isEqualTo(6);
        assertThat(marta.visit("papermoon.harbor.localhost", "/").text()).contains("Old Grindle");
        assertThat(marta.visit("papermoon.harbor.localhost", "/winter-course.html")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void foxgloveRenamedHalfItsPagesAndTheMovesAreKnown() {
        JsonNode site = lane("Foxglove").get("site");
        assertThat(site.get("addresses")).hasSize(4);
        String id = site.get("id").asString();
        long revision = marta.draftRevision(id);
        JsonNode first = marta.get("/api/sites/" + id + "/versions").json().get(3);
        assertThat(first.get("number").asInt()).isEqualTo(1);
        marta.post(
                        "/api/sites/" + id + "/versions/1/restoration",
                        Map.of("draftRevision", revision, "redirects", false))
                .is(200);
        int moved = 0;
        for (JsonNode change : marta.get("/api/sites/" + id + "/changes").json().get("changes")) {
            if (change.get("kind").asString().equals("MOVED")) {
                moved++;
                String from = change.get("from").asString();
                String to = change.get("path").asString();
                assertThat(to.replaceAll("^(seed|group)-|\\.html$", ""))
                        .isIn(from.replaceAll("^seeds/|/index\\.html$|\\.html$", ""), "seeds", "months", "about");
            }
        }
        marta.post("/api/sites/" + id + "/draft/undo", Map.of()).is(200);
        assertThat(moved).isGreaterThanOrEqualTo(26);
    }

    @Test
    void foxgloveHasOldLinksThatAreLedOnAndOthersThatLeadToNothing() {
        String at = "/api/sites/" + lane("Foxglove").get("site").get("id").asString();
        JsonNode redirects = marta.get(at + "/redirects").is(200).json();
        assertThat(redirects.get("rules")).hasSize(7);
        assertThat(redirects.get("findings")).hasSize(2);
        assertThat(marta.visit("foxglove.harbor.localhost", "/group-pods.html").field("Location"))
                .isEqualTo("/seeds/pods/");
        long certain = 0;
        for (JsonNode missed : marta.get(at + "/missed-visits").json().get("missed")) {
            JsonNode meant = missed.get("meant");
            certain += !meant.isEmpty() && meant.get(0).get("moved").asBoolean() ? 1 : 0;
        }
        assertThat(certain).as("missed pages that surely moved").isEqualTo(5);
    }

    @ParameterizedTest
    @CsvSource({
        "papermoon,12",
        "tickover,6",
        "foxglove,32",
    })
    void everyLinkAndAssetOfALiveSiteWorks(String name, int pages) {
        String host = name + ".harbor.localhost";
        Deque<String> left = new ArrayDeque<>(List.of("/"));
        Set<String> seen = new HashSet<>(left);
        int found = 0;
        while (!left.isEmpty()) {
            String path = left.poll();
            ApiClient.Answer answer = marta.visit(host, path);
            if (answer.status() == 301) {
                add(URI.create("http://h" + path).resolve(answer.field("Location")), left, seen);
                continue;
            }
            assertThat(answer.status()).as(path).isEqualTo(200);
            if (!answer.field("Content-Type").startsWith("text/html")) {
                assertThat(answer.field("Cache-Control")).as(path).contains("immutable");
                continue;
            }
            found++;
            Document page = Jsoup.parse(answer.text(), "http://h" + path);
            assertThat(page.title()).as(path).isNotEmpty();
            for (Element element : page.select("a[href], link[href], img[src], script[src]")) {
                // What is said for others names the whole address.
                String url = (element.hasAttr("href") ? element.absUrl("href") : element.absUrl("src"))
                        .replaceFirst("^http://" + host + ":\\d+/", "http://h/");
                assertThat(url).as(path).startsWith("http://h/");
                add(URI.create(url), left, seen);
            }
        }
        assertThat(found).isGreaterThanOrEqualTo(pages);
    }

    private static void add(URI url, Deque<String> left, Set<String> seen) {
        String path = url.getRawPath() + (url.getRawQuery() == null ? "" : "?" + url.getRawQuery());
        if (seen.add(path)) {
            left.add(path);
        }
    }

    @Test
    void thePagesNameNothingElsewhere() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of("..", "demo-sites"))) {
            for (Path file :
                    files.filter(f -> f.toString().matches(".*\\.(html|css)")).toList()) {
                assertThat(Files.readString(file)).as(file.toString()).doesNotContain("http://", "https://");
            }
        }
    }
}
