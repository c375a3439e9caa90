package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What the API answers to requests it does not carry out: always a problem with a sentence a person can act on. */
class RefusalsTest {

    private ApiClient person;
    private String site;

    @BeforeEach
    void begin() {
        person = TestHarbor.get().person();
        site = person.site("Refusals");
        person.putText(site, "index.html", "<p>x").is(200);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "POST | /api/sites | {\"title\":\"\",\"pages\":false,\"settings\":false} | 400 | invalid",
                "POST | /api/sites | {\"title\":\"x\",\"copyFrom\":\"nobody\",\"pages\":true,\"settings\":true} | 404 | not-found",
                "POST | /api/sites | {broken | 400 | *",
                "POST | /api/sites | {\"title\":\"half \\ud800\",\"pages\":false,\"settings\":false} | 400 | invalid",
                "POST | /api/people/invitations | {\"emails\":\"a\\udc00@b.example\",\"role\":\"EDITOR\",\"words\":\"\"} | 400 | invalid",
                "PUT | /api/sites/SITE | {\"title\":\"\",\"listed\":true,\"pinned\":true} | 400 | invalid",
                "POST | /api/sites/SITE/addresses | {\"typed\":\"-a-\"} | 400 | invalid",
                "POST | /api/sites/SITE/addresses | {\"typed\":\"admin\"} | 422 | name-unusable",
                "POST | /api/sites/SITE/addresses | {\"typed\":\"papermoon\"} | 409 | name-taken",
                "POST | /api/sites/SITE/addresses | {} | 400 | invalid",
                "PUT | /api/sites/SITE/addresses/none | {\"role\":\"MAIN\"} | 404 | not-found",
                "PUT | /api/sites/SITE/addresses/none | {} | 400 | invalid",
                "GET | /api/domains/none |  | 404 | not-found",
                "GET | /api/domains/none/zone |  | 404 | not-found",
                "POST | /api/domains/brought | {\"name\":\"a_b.example\"} | 400 | invalid",
                "POST | /api/domains/brought | {\"name\":\"art.localhost\"} | 400 | invalid",
                "POST | /api/domains | {\"name\":\"papermoon.art.localhost\",\"firstYear\":1200} | 409 | name-taken",
                "POST | /api/domains | {\"name\":\"cheap.art.localhost\",\"firstYear\":1} | 412 | stale",
                "POST | /api/domains | {\"name\":\"example.org\",\"firstYear\":1} | 422 | name-unusable",
                "POST | /api/sites/SITE/places | {\"host\":\"x\",\"what\":\"\"} | 400 | invalid",
                "POST | /api/practice/clock | {\"seconds\":0} | 400 | invalid",
                "PUT | /api/practice/stand-ins/none | {\"fault\":\"SILENT\"} | 404 | not-found",
                "PUT | /api/practice/stand-ins/ns1 | {} | 400 | invalid",
                "POST | /api/practice/elsewhere | {\"domain\":\"moonlit.org.localhost\"} | 400 | invalid",
                "POST | /api/practice/elsewhere | {\"domain\":\"papermoon.art.localhost\"} | 409 | name-taken",
                "PUT | /api/practice/elsewhere/none.art.localhost/servers | {\"servers\":[]} | 404 | not-found",
                "PUT | /api/practice/elsewhere/papermoon.art.localhost/servers | {\"servers\":[]} | 404 | not-found",
                "PUT | /api/practice/elsewhere/none.art.localhost/records | {\"name\":\"@\",\"type\":\"A\",\"data\":[\"127.0.0.1\"]} | 400 | invalid",
                "POST | /api/hosts | {} | 400 | invalid",
                "POST | /api/hosts | {\"name\":\"x\",\"protocol\":\"SFTP\",\"server\":\"not a server\",\"user\":\"u\",\"secret\":\"s\",\"folder\":\"\",\"url\":\"\"} | 400 | invalid",
                "POST | /api/hosts | {\"name\":\"x\",\"protocol\":\"SFTP\",\"server\":\"a.example\",\"user\":\"u\",\"folder\":\"\",\"url\":\"\"} | 400 | invalid",
                "POST | /api/hosts | {\"name\":\"x\",\"protocol\":\"FTP\",\"server\":\"a.example\",\"port\":70000,\"user\":\"u\",\"secret\":\"s\",\"folder\":\"\",\"url\":\"\"} | 400 | invalid",
                "POST | /api/hosts | {\"name\":\"x\",\"protocol\":\"FTP\",\"server\":\"a.example\",\"user\":\"u\",\"secret\":\"s\",\"folder\":\"\",\"url\":\"http://a b\"} | 400 | invalid",
                "POST | /api/hosts/reading | {} | 400 | invalid",
                "GET | /api/hosts/none |  | 404 | not-found",
                "DELETE | /api/hosts/none |  | 404 | not-found",
                "POST | /api/hosts/none/tests | {\"makeFolder\":false} | 404 | not-found",
                "PUT | /api/hosts/none/identity | {\"identity\":\"x\"} | 404 | not-found",
                "POST | /api/sites/SITE/destinations | {} | 400 | invalid",
                "POST | /api/sites/SITE/destinations | {\"hostId\":\"none\",\"at\":{\"folder\":\"\",\"url\":\"\",\"follows\":false,\"carries\":\"NOTHING\"}} | 404 | not-found",
                "GET | /api/destinations/none |  | 404 | not-found",
                "PUT | /api/destinations/none | {\"folder\":\"\",\"url\":\"\",\"follows\":false,\"carries\":\"NOTHING\"} | 404 | not-found",
                "GET | /api/destinations/none/plan |  | 404 | not-found",
                "GET | /api/destinations/none/theirs?path=index.html |  | 404 | not-found",
                "POST | /api/destinations/none/imports | {\"paths\":[]} | 404 | not-found",
                "POST | /api/destinations/none/jobs | {} | 404 | not-found",
                "POST | /api/destinations/none/jobs | {\"kind\":\"LOOK\",\"everything\":false,\"notice\":false,\"rightsConfirmed\":false} | 404 | not-found",
                "GET | /api/host-jobs/none |  | 404 | not-found",
                "POST | /api/host-jobs/none/pause |  | 404 | not-found",
                "DELETE | /api/host-jobs/none |  | 404 | not-found",
                "PUT | /api/practice/hosting/none | {\"fault\":\"FULL\"} | 404 | not-found",
                "POST | /api/practice/hosting/Quayside/edits | {\"path\":\"../none.html\"} | 400 | invalid",
                "GET | /api/domain-offers?typed=%20 |  | 400 | invalid",
                "PUT | /api/domains/none | {\"autoRenew\":true,\"hosted\":true} | 404 | not-found",
                "POST | /api/domains/none/proof |  | 404 | not-found",
                "DELETE | /api/domains/none |  | 404 | not-found",
                "POST | /api/domains/none/zone/undo |  | 404 | not-found",
                "POST | /api/domains/brought | {\"name\":\"papermoon\"} | 400 | invalid",
                "DELETE | /api/sites/SITE/addresses/none |  | 404 | not-found",
                "GET | /api/sites/SITE/draft/text?path=none.html |  | 404 | not-found",
                "PUT | /api/sites/SITE/draft/text?path=../x | {\"text\":\"y\"} | 400 | invalid",
                "DELETE | /api/sites/SITE/draft/files?path=none.html |  | 404 | not-found",
                "POST | /api/sites/SITE/draft/moves | {\"from\":\"none.html\",\"to\":\"a.html\"} | 404 | not-found",
                "POST | /api/sites/SITE/draft/moves | {\"from\":\"index.html\",\"to\":\"/abs\"} | 400 | invalid",
                "POST | /api/sites/SITE/draft/offer | {\"files\":[{\"path\":\"a\",\"size\":1,\"hash\":\"zz\"}]} | 400 | invalid",
                "POST | /api/sites/SITE/draft/offer | {\"files\":[]} | 422 | intake-refused",
                "PUT | /api/sites/SITE/live | {\"live\":true} | 409 | not-ready",
                "PUT | /api/sites/SITE/live/version | {\"version\":9,\"redirects\":false} | 404 | not-found",
                "POST | /api/sites/SITE/redirects/changes | {\"put\":[null],\"remove\":[],\"what\":\"x\"} | 400 | invalid",
                "POST | /api/sites/SITE/redirects/undo | {} | 409 | not-ready",
                "POST | /api/sites/SITE/redirects/live | {} | 409 | not-ready",
                "POST | /api/sites/SITE/redirects/trial | {\"url\":\"\",\"draft\":true} | 400 | invalid",
                "POST | /api/sites/SITE/versions/9/restoration | {\"draftRevision\":1,\"redirects\":false} | 404 | not-found",
                "PATCH | /api/sites/SITE/versions/9 | {\"name\":\"\",\"note\":\"\",\"kept\":true} | 404 | not-found",
                "POST | /api/sites/SITE/previews | {\"version\":9} | 404 | not-found",
                "GET | /api/publications/none |  | 404 | not-found",
                "DELETE | /api/publications/none |  | 404 | not-found",
                "POST | /api/people/invitations | {\"emails\":\"no\",\"role\":\"EDITOR\",\"words\":\"\"} | 400 | invalid",
                "POST | /api/people/invitations | {\"emails\":\"a@b.example\",\"words\":\"\"} | 400 | invalid",
                "POST | /api/sites/none/people/invitations | {\"emails\":\"a@b.example\",\"role\":\"EDITOR\",\"words\":\"\"} | 404 | not-found",
                "POST | /api/join/none | {} | 404 | not-found",
                "GET | /api/nothing |  | 404 | *",
            })
    void isAProblemWithATypeAndASentence(String method, String path, String body, int status, String type) {
        byte[] bytes = body == null ? new byte[0] : body.getBytes(StandardCharsets.UTF_8);
        ApiClient.Answer answer = person.ask(method, path.replace("SITE", site), bytes, "application/json");
        assertThat(answer.status()).as(answer.text()).isEqualTo(status);
        assertThat(answer.field("Content-Type")).startsWith("application/problem+json");
        JsonNode problem = answer.json();
        assertThat(problem.get("status").asInt()).isEqualTo(status);
        assertThat(problem.get("title").asString()).isNotEmpty();
        if (!type.equals("*")) {
            assertThat(problem.get("type").asString()).isEqualTo("/problems/" + type);
            assertThat(problem.get("detail").asString()).endsWith(".").doesNotContain("Exception", "null");
        }
        assertThat(person.get("/api/sites/" + site + "/draft")
                        .json()
                        .get("count")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void settingsThatSomeoneElseChangedAreNotOverwritten() {
        String at = "/api/sites/" + site;
        ApiClient.Answer opened = person.get(at).is(200);
        String tag = opened.field("ETag");
        Map<String, Object> mine = Map.of("title", "Mine", "listed", false, "pinned", true);
        person.put(at, Map.of("title", "Theirs", "listed", true, "pinned", true))
                .is(200);
        assertThat(person.put(at, mine, "If-Match", tag)
                        .is(412)
                        .json()
                        .get("revision")
                        .asLong())
                .isPositive();
        assertThat(person.get(at).json().get("title").asString()).isEqualTo("Theirs");
        person.put(at, mine, "If-Match", person.get(at).field("ETag")).is(200);
    }

    @Test
    void aSiteIsMadeOnceThoughTheRequestIsSentTwice() {
        Map<String, Object> form = Map.of("title", "Twice", "pages", false, "settings", false);
        String one = person.post("/api/sites", form, "Idempotency-Key", "same")
                .is(201)
                .json()
                .get("id")
                .asString();
        String two = person.post("/api/sites", form, "Idempotency-Key", "same")
                .is(201)
                .json()
                .get("id")
                .asString();
        assertThat(two).isEqualTo(one);
        assertThat(person.post("/api/sites", form, "Idempotency-Key", "other")
                        .is(201)
                        .json()
                        .get("id")
                        .asString())
                .isNotEqualTo(one);
    }

    @Test
    void whetherSearchEnginesMayListASiteTakesEffectAtOnce() {
        String name = "listed-" + Long.toString(System.nanoTime(), 36);
        String host = name + ".harbor.localhost";
        person.claim(site, name).is(201);
        person.publish(site);
        assertThat(person.visit(host, "/").field("X-Robots-Tag")).isEmpty();
        person.put("/api/sites/" + site, Map.of("title", "Refusals", "listed", false, "pinned", true))
                .is(200);
        assertThat(person.visit(host, "/").field("X-Robots-Tag")).contains("noindex");
    }

    @Test
    void aNewAddressServesAtOnceAndAReleasedOneNoMore() {
        String name = "served-" + Long.toString(System.nanoTime(), 36);
        person.claim(site, name).is(201);
        person.publish(site);
        String id = person.claim(site, name + "-too").is(201).json().get("id").asString();
        String alias = name + "-too.harbor.localhost";
        assertThat(person.visit(alias, "/").is(200).field("Link")).contains(name + ".harbor.localhost", "canonical");
        person.delete("/api/sites/" + site + "/addresses/" + id).is(200);
        assertThat(person.visit(alias, "/").status()).isEqualTo(404);
    }
}
