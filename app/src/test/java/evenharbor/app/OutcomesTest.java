package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Visits are counted by page, and what visitors would notice of a change is what they then meet. */
class OutcomesTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private String site;
    private String host;
    private String main;

    @BeforeEach
    void aVisitedSite() {
        site = person.site("Read");
        String name = "read" + site.substring(0, 6).toLowerCase();
        host = name + ".harbor.localhost";
        person.putText(site, "index.html", "<title>Front</title><p>the front").is(200);
        person.putText(site, "walks.html", "<title>Lantern walks</title><p>a walk with lanterns")
                .is(200);
        person.putText(site, "about.html", "<title>About</title><p>who we are").is(200);
        main = person.claim(site, name).is(201).json().get("id").asString();
        person.publish(site);
        visit("/", 3, "");
        visit("/walks.html", 5, "http://friends.example/links");
        visit("/about.html", 1, "http://" + host + "/");
        Patience.until("visits are counted", () -> read().get("visits").asLong() == 9);
    }

    private void visit(String path, int times, String from) {
        for (int i = 0; i < times; i++) {
            assertThat((from.isEmpty()
                                    ? person.visit(host, path, "Accept-Language", "en")
                                    : person.visit(host, path, "Accept-Language", "en", "Referer", from))
                            .status())
                    .isEqualTo(200);
        }
    }

    private String at(String path) {
        return "/api/sites/" + site + path;
    }

    private JsonNode read() {
        return person.get(at("/visits")).is(200).json();
    }

    private JsonNode ofPublish(List<String> heldBack) {
        return person.post(at("/outcomes/publish"), Map.of("heldBack", heldBack, "declinedRedirects", List.of()))
                .is(200)
                .json();
    }

    private static Map<String, Long> visits(JsonNode outcome) {
        Map<String, Long> kinds = new HashMap<>();
        outcome.get("kinds")
                .forEach(
                        k -> kinds.put(k.get("kind").asString(), k.get("visits").asLong()));
        return kinds;
    }

    @Test
    void whoIsAskedFirstIsForeseenAsItThenIs() {
        Map<String, Long> closing = visits(person.get(at("/outcomes/audience?part=walks.html&way=PASSWORD"))
                .is(200)
                .json());
        assertThat(closing).isEqualTo(Map.of("ASKED", 5L, "SAME", 4L));
        person.put(at("/audience/parts"), Map.of("path", "/", "way", "PASSWORD", "password", "three lanterns"))
                .is(200);
        assertThat(person.visit(host, "/walks.html").status()).isEqualTo(403);
        assertThat(visits(person.get(at("/outcomes/audience?part=/walks.html&way=EVERYONE"))
                        .is(200)
                        .json()))
                .isEqualTo(Map.of("OPENED", 5L, "SAME", 4L));
        assertThat(visits(person.get(at("/outcomes/audience?part=/")).is(200).json()))
                .isEqualTo(Map.of("OPENED", 9L));
        person.get(at("/outcomes/audience?part=../x&way=LINK")).is(400);
    }

    @Test
    void pagesAreCountedByDayWithWhereTheirReadersCameFrom() {
        JsonNode read = read();
        assertThat(read.get("pages").get(0).get("path").asString()).isEqualTo("/walks.html");
        assertThat(read.get("pages").get(0).get("title").asString()).isEqualTo("Lantern walks");
        assertThat(read.get("pages").get(0).get("visits").asLong()).isEqualTo(5);
        assertThat(read.get("pages").get(0).get("before").isNull()).isTrue();
        assertThat(read.get("byDay")).hasSize(1);
        assertThat(read.get("from")).hasSize(1);
        JsonNode page = person.get(at("/visits/page?path=/walks.html")).is(200).json();
        assertThat(page.get("byDay").get(0).get("visits").asLong()).isEqualTo(5);
        assertThat(page.get("from").get(0).get("host").asString()).isEqualTo("friends.example");
        person.get(at("/visits?days=31")).is(400);
        harbor.person().get(at("/visits")).is(404);
        harbor.person().get(at("/outcomes/takedown")).is(404);
    }

    @Test
    void whatARemovedPageCostsIsToldWithItsFixes() {
        person.delete(at("/draft/files?path=walks.html")).is(200);
        person.putText(site, "lantern-walks.html", "<title>Lantern walks in winter</title><p>quite another text here")
                .is(200);
        JsonNode outcome = ofPublish(List.of());
        assertThat(visits(outcome)).isEqualTo(Map.of("MISSING", 5L, "SAME", 4L));
        JsonNode line = outcome.get("lines").get(0);
        assertThat(line.get("path").asString()).isEqualTo("/walks.html");
        assertThat(line.get("keep").asString()).isEqualTo("walks.html");
        assertThat(line.get("meant").get(0).asString()).isEqualTo("/lantern-walks.html");
        assertThat(visits(ofPublish(List.of("walks.html")))).isEqualTo(Map.of("SAME", 9L));
        // Looking changes nothing.
        assertThat(person.visit(host, "/walks.html").status()).isEqualTo(200);
    }

    @Test
    void takingDownRestoringAndOtherAddressesAreTold() {
        assertThat(visits(person.get(at("/outcomes/takedown")).is(200).json())).isEqualTo(Map.of("NOT_LIVE", 9L));
        person.putText(site, "walks.html", "<title>Lantern walks</title><p>another walk")
                .is(200);
        person.publish(site);
        assertThat(visits(person.get(at("/outcomes/version/1")).is(200).json()))
                .isEqualTo(Map.of("CHANGED", 5L, "SAME", 4L));
        person.claim(site, host.replace("read", "other"), "ALIAS", "").is(201);
        assertThat(visits(person.get(at("/outcomes/address/" + main)).is(200).json()))
                .isEqualTo(Map.of("NOT_LIVE", 9L));
    }

    private Map<String, Long> ofAddress(String address, String query) {
        return visits(
                person.get(at("/outcomes/address/" + address + query)).is(200).json());
    }

    @Test
    void anotherNameAPointerATrialAndClosingAreTold() {
        String fresh = host.replace("read", "renamed");
        assertThat(ofAddress(main, "/renaming?typed=" + fresh))
                .as("the old name forwards")
                .isEqualTo(Map.of("REDIRECTED", 9L));
        assertThat(ofAddress(main, "/renaming?typed=" + host))
                .as("what cannot be changes nothing")
                .isEqualTo(Map.of("SAME", 9L));
        String alias = host.replace("read", "alias");
        String aliasId =
                person.claim(site, alias, "ALIAS", "").is(201).json().get("id").asString();
        for (int i = 0; i < 3; i++) {
            person.visit(alias, "/walks.html", "Accept-Language", "en");
        }
        Patience.until("visits are counted", () -> read().get("visits").asLong() == 12);
        assertThat(ofAddress(aliasId, "?role=POINTER&target=https://elsewhere.example/"))
                .isEqualTo(Map.of("REDIRECTED", 3L, "SAME", 9L));
        person.putText(site, "walks.html", "<title>Walks</title><p>of the draft")
                .is(200);
        assertThat(ofAddress(aliasId, "?role=TRIAL")).isEqualTo(Map.of("CHANGED", 3L, "SAME", 9L));
        assertThat(ofAddress(aliasId, "?role=TRIAL&version=1")).isEqualTo(Map.of("SAME", 12L));
        Map<String, Object> closing = new HashMap<>(
                Map.of("paths", List.of("/walks.html"), "kind", "WORDS", "title", "Closed", "text", "", "target", ""));
        assertThat(visits(person.post(at("/closure/outcomes"), closing).is(200).json()))
                .isEqualTo(Map.of("CLOSED", 8L, "SAME", 4L));
        assertThat(person.visit(host, "/walks.html").status())
                .as("looking changes nothing")
                .isEqualTo(200);
    }

    @Test
    void visitsByAnAddressThatForwardsAreCountedByPath() {
        String old = host.replace("read", "old");
        String id = person.claim(site, old, "FORWARDING", "")
                .is(201)
                .json()
                .get("id")
                .asString();
        for (int i = 0; i < 2; i++) {
            assertThat(person.visit(old, "/walks.html", "Accept-Language", "en").status())
                    .isEqualTo(301);
        }
        Patience.until("visits are counted", () -> ofAddress(id, "").equals(Map.of("NOT_LIVE", 2L, "SAME", 9L)));
    }

    private JsonNode planned(Map<String, Object> action) {
        Map<String, Object> form =
                new HashMap<>(Map.of("redirects", false, "everywhere", false, "second", false, "zone", "UTC"));
        form.put(
                "starts",
                LocalDateTime.now(ZoneOffset.UTC).plusDays(2).withNano(0).toString());
        form.putAll(action);
        String id = person.post(at("/plans"), form).is(201).json().get("id").asString();
        return person.get("/api/plans/" + id + "/outcomes").is(200).json();
    }

    @Test
    void whatAPlanWillCostIsToldOfItsTime() {
        person.delete(at("/draft/files?path=walks.html")).is(200);
        JsonNode draft = planned(Map.of("kind", "PUBLISH_DRAFT"));
        assertThat(visits(draft.get("noticed"))).isEqualTo(Map.of("MISSING", 5L, "SAME", 4L));
        // What comes after it is told of the site as it will be by then.
        JsonNode down = planned(Map.of(
                "kind",
                "TAKE_DOWN",
                "starts",
                LocalDateTime.now(ZoneOffset.UTC).plusDays(3).withNano(0).toString()));
        assertThat(visits(down.get("noticed"))).isEqualTo(Map.of("NOT_LIVE", 4L, "SAME", 5L));
    }

    /** For random drafts: publish, visit each page, and compare with what was foreseen. */
    @Test
    void whatIsForeseenIsWhatVisitorsMeet() {
        for (int seed = 0; seed < 6; seed++) {
            Random random = new Random(seed);
            for (String page : List.of("walks.html", "about.html")) {
                if (random.nextBoolean()) {
                    person.putText(site, page, "<title>" + page + "</title><p>text " + random.nextInt(3))
                            .is(200);
                } else {
                    person.delete(at("/draft/files?path=" + page));
                }
            }
            Map<String, String> bodies = new HashMap<>();
            List<String> paths = List.of("/", "/walks.html", "/about.html");
            paths.forEach(path -> bodies.put(path, told(path)));
            Map<String, String> foreseen = new HashMap<>();
            ofPublish(List.of())
                    .get("lines")
                    .forEach(l ->
                            foreseen.put(l.get("path").asString(), l.get("kind").asString()));
            person.publish(site);
            List<String> met = new ArrayList<>();
            for (String path : paths) {
                String now = told(path);
                String before = bodies.get(path);
                String kind = now.equals(before) || now.startsWith("404") && before.startsWith("404")
                        ? "SAME"
                        : now.startsWith("404") ? "MISSING" : before.startsWith("404") ? "FOUND" : "CHANGED";
                met.add(path + " " + kind);
            }
            assertThat(paths.stream()
                            .map(p -> p + " " + foreseen.getOrDefault(p, "SAME"))
                            .toList())
                    .as("seed %d", seed)
                    .isEqualTo(met);
        }
    }

    private String told(String path) {
        var answer = person.visit(host, path);
        return answer.status() + " " + answer.text();
    }
}
