package evenharbor.app;

import static evenharbor.app.fixture.RedirectApi.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Redirects and missed visits over the API, as visitors meet them. */
class RedirectTest {

    private static int sites;

    private final TestHarbor harbor = TestHarbor.get();
    private ApiClient person;
    private String site;
    private String host;

    @BeforeEach
    void begin() {
        person = harbor.person();
        site = person.site("Redirected");
        String name = "redirected-" + Integer.toString(++sites, 36) + "x";
        host = name + ".harbor.localhost";
        person.claim(site, name).is(201);
        write("index.html", "<title>Front</title><p>the front page of a small garden");
        write("beans.html", "<title>Beans</title><p>how beans are sown, watered, picked and dried in autumn");
        write("about.html", "<title>About</title><p>who we are and when the door is open to everyone");
        person.publish(site);
    }

    private void write(String path, String text) {
        person.putText(site, path, text).is(200);
    }

    private String at(String rest) {
        return "/api/sites/" + site + rest;
    }

    private ApiClient.Answer change(List<?> put, Set<String> remove, String... fields) {
        return person.post(at("/redirects/changes"), Map.of("put", put, "remove", remove, "what", "a change"), fields);
    }

    private JsonNode redirects() {
        return person.get(at("/redirects")).is(200).json();
    }

    private JsonNode missed() {
        return person.get(at("/missed-visits")).is(200).json();
    }

    private void move(String from, String to) {
        person.post(at("/draft/moves"), Map.of("from", from, "to", to)).is(200);
    }

    private void publishDeclining(String proposal) {
        Map<String, Object> form = Map.of(
                "heldBack",
                Set.of(),
                "sentAnyway",
                Set.of(),
                "declinedRedirects",
                Set.of(proposal),
                "rightsConfirmed",
                true,
                "draftRevision",
                person.draftRevision(site));
        person.await(
                person.post(at("/publications"), form).is(202).json().get("id").asString());
    }

    private String sent(String path) {
        ApiClient.Answer answer = person.visit(host, path);
        return answer.status() + " " + answer.field("Location");
    }

    private static List<String> texts(JsonNode list, String field) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(n -> n.get(field).asString())
                .toList();
    }

    @Test
    void rulesWaitForThePublishOrAreAppliedAtOnceAndCanBeUndone() {
        JsonNode after = change(List.of(rule("/seeds.html", "/beans.html")), Set.of())
                .is(200)
                .json();
        assertThat(after.get("waiting").asInt()).isEqualTo(1);
        assertThat(sent("/seeds.html")).isEqualTo("404 ");
        assertThat(person.post(at("/redirects/live"), Map.of())
                        .is(200)
                        .json()
                        .get("waiting")
                        .asInt())
                .isZero();
        assertThat(sent("/seeds.html?x=1")).isEqualTo("301 /beans.html?x=1");
        String id = after.get("rules").get(0).get("id").asString();
        assertThat(change(List.of(), Set.of(id)).is(200).json().get("rules")).isEmpty();
        assertThat(sent("/seeds.html")).isEqualTo("301 /beans.html");
        person.publish(site);
        assertThat(sent("/seeds.html")).isEqualTo("404 ");
        JsonNode undone = person.post(at("/redirects/undo"), Map.of()).is(200).json();
        assertThat(texts(undone.get("rules"), "source")).containsExactly("/seeds.html");
        assertThat(texts(undone.get("rules"), "id")).containsExactly(id);
    }

    @Test
    void whereVisitorsDecideTheHostNameNothingGoesLiveUntilItIsAgreedTo() {
        Map<String, Object> open = rule("/go/{where}", "https://{where}/");
        open.put("kind", "PATTERN");
        JsonNode waiting = change(List.of(open), Set.of()).is(200).json();
        person.post(at("/redirects/live"), Map.of()).is(200);
        person.publish(site);
        assertThat(sent("/go/evil.example")).isEqualTo("404 ");

        JsonNode agreed = waiting.get("findings").get(0).get("mends").get(1);
        assertThat(agreed.get("what").asString()).isEqualTo("AGREE_TO_OPEN");
        JsonNode after = person.post(
                        at("/redirects/changes"),
                        Map.of("put", agreed.get("put"), "remove", List.of(), "what", "agreed"))
                .is(200)
                .json();
        assertThat(after.get("findings")).isEmpty();
        person.post(at("/redirects/live"), Map.of()).is(200);
        assertThat(sent("/go/evil.example")).isEqualTo("301 https://evil.example/");
    }

    @Test
    void aStaleChangeIsRefusedAndSaysWhoChangedWhat() {
        String tag = person.get(at("/redirects")).field("ETag");
        change(List.of(rule("/a", "/")), Set.of(), "If-Match", tag).is(200);
        ApiClient.Answer stale =
                change(List.of(rule("/b", "/")), Set.of(), "If-Match", tag).is(412);
        assertThat(stale.json().get("detail").asString()).contains("changed the redirects since you opened them");
        assertThat(redirects().get("rules")).hasSize(1);
    }

    @Test
    void ofTwoWhoMakeTheFirstRedirectAtOnceNeitherLosesTheirs() {
        List<CompletableFuture<ApiClient.Answer>> both = IntStream.range(0, 6)
                .mapToObj(i -> CompletableFuture.supplyAsync(
                        () -> change(List.of(rule("/at-once-" + i, "/beans.html")), Set.of())))
                .toList();
        both.forEach(answer -> answer.join().is(200));
        assertThat(redirects().get("rules")).hasSize(6);
    }

    @Test
    void whatCannotBeIsRefusedAtItsField() {
        ApiClient.Answer refused = change(
                        List.of(rule("/fine", "/"), rule("https://other.example/x", "ftp://x")), Set.of())
                .is(400);
        assertThat(texts(refused.json().get("violations"), "field")).containsExactly("put[1].source", "put[1].target");
        assertThat(redirects().get("rules")).isEmpty();
        ApiClient other = harbor.person();
        other.get(at("/redirects")).is(404);
        other.post(at("/redirects/changes"), Map.of("put", List.of(), "remove", List.of(), "what", "x"))
                .is(404);
        other.get(at("/missed-visits")).is(404);
        other.post(at("/redirects/trial"), Map.of("url", "/", "draft", false)).is(404);
    }

    @Test
    void moreRulesThanVisitorsCanBearAreRefused() {
        List<Object> patterns = new ArrayList<>();
        for (int i = 0; i <= 500; i++) {
            Map<String, Object> pattern = rule("/a" + i + "-{x}", "/beans.html");
            pattern.put("kind", "PATTERN");
            patterns.add(pattern);
        }
        assertThat(change(patterns, Set.of()).is(400).json().get("detail").asString())
                .contains("at most 500 patterns")
                .contains("Nothing was changed");
        patterns.remove(0);
        change(patterns, Set.of()).is(200);
        assertThat(redirects().get("rules")).hasSize(500);
    }

    @Test
    void aRuleIsJudgedAsItIsTyped() {
        JsonNode sense = person.post(
                        at("/redirects/assessment"),
                        Map.of("rule", rule("http://" + host + ":7080/Old.html", "/bean.html")))
                .is(200)
                .json();
        assertThat(sense.get("rule").get("source").asString()).isEqualTo("/Old.html");
        assertThat(sense.get("cleanings").get(0).asString()).contains("Only the path counts");
        JsonNode finding = sense.get("findings").get(0);
        assertThat(finding.get("kind").asString()).isEqualTo("TARGET_MISSING");
        assertThat(finding.get("mends").get(0).get("put").get(0).get("target").asString())
                .isEqualTo("/beans.html");
        assertThat(texts(
                        person.post(at("/redirects/assessment"), Map.of("rule", rule("/about.html", "/")))
                                .json()
                                .get("findings"),
                        "kind"))
                .containsExactly("HIDES_PAGE");
        assertThat(redirects().get("rules")).isEmpty();
    }

    @Test
    void aPublishThatMovesAPageKeepsItsOldLinkAliveUnlessThatIsDeclined() {
        move("beans.html", "seeds/beans.html");
        move("about.html", "about/index.html");
        JsonNode proposals = person.get(at("/changes")).json().get("redirects");
        assertThat(texts(proposals, "from")).containsExactlyInAnyOrder("/about.html", "/beans.html");
        String declined = StreamSupport.stream(proposals.spliterator(), false)
                .filter(p -> p.get("from").asString().equals("/about.html"))
                .findFirst()
                .orElseThrow()
                .get("key")
                .asString();
        publishDeclining(declined);
        assertThat(sent("/beans.html")).isEqualTo("301 /seeds/beans.html");
        assertThat(sent("/about.html")).isEqualTo("404 ");
        assertThat(redirects().get("rules").get(0).get("proposed").asBoolean()).isTrue();

        move("seeds/beans.html", "beans.html");
        JsonNode back = person.get(at("/changes")).json().get("redirects");
        assertThat(texts(back, "kind")).containsExactlyInAnyOrder("WITHDRAW", "ADD");
        person.publish(site);
        assertThat(sent("/beans.html")).isEqualTo("200 ");
        assertThat(sent("/seeds/beans.html")).isEqualTo("301 /beans.html");
    }

    @Test
    void aVersionRemembersItsRedirectsAndRestoringAsks() {
        change(List.of(rule("/one", "/beans.html")), Set.of()).is(200);
        write("index.html", "<p>two");
        person.publish(site);
        change(List.of(rule("/two", "/about.html")), Set.of()).is(200);
        write("index.html", "<p>three");
        person.publish(site);
        JsonNode versions = person.get(at("/versions")).json();
        assertThat(versions.get(0).get("redirectsDiffer").asBoolean()).isFalse();
        assertThat(versions.get(1).get("redirectsDiffer").asBoolean()).isTrue();

        person.put(at("/live/version"), Map.of("version", 2, "redirects", false))
                .is(200);
        assertThat(sent("/two")).isEqualTo("301 /about.html");
        person.put(at("/live/version"), Map.of("version", 2, "redirects", true)).is(200);
        assertThat(sent("/two")).isEqualTo("404 ");
        assertThat(sent("/one")).isEqualTo("301 /beans.html");

        person.post(
                        at("/versions/1/restoration"),
                        Map.of("draftRevision", person.draftRevision(site), "redirects", false))
                .is(200);
        assertThat(redirects().get("rules")).hasSize(2);
        person.post(
                        at("/versions/1/restoration"),
                        Map.of("draftRevision", person.draftRevision(site), "redirects", true))
                .is(200);
        assertThat(redirects().get("rules")).isEmpty();

        person.put(at("/live"), Map.of("live", false)).is(200);
        assertThat(sent("/one")).isEqualTo("404 ");
        person.put(at("/live"), Map.of("live", true)).is(200);
        assertThat(sent("/one")).as("exactly as it was").isEqualTo("301 /beans.html");
    }

    @Test
    void missedVisitsAreListedWithWhatTheyMeantAndLeaveTheListWhenAnswered() {
        person.publish(site);
        move("beans.html", "seeds/broad-beans.html");
        publishDeclining("add /beans.html");
        for (int i = 0; i < 3; i++) {
            person.visit(
                    host, "/beans.html", "Accept-Language", "en", "Referer", "https://friend.example/list?of=links");
        }
        person.visit(host, "/abuot.html", "Accept-Language", "en");
        person.visit(host, "/.env");
        person.visit(host, "/random-4711");
        await("the counts")
                .atMost(Patience.MOST)
                .until(() -> missed().get("missed").size() == 4);
        JsonNode first = missed().get("missed").get(0);
        assertThat(first.get("path").asString()).isEqualTo("/beans.html");
        assertThat(first.get("count").asLong()).isEqualTo(3);
        assertThat(first.get("kind").asString()).isEqualTo("LINK");
        assertThat(first.get("known").asBoolean()).isTrue();
        assertThat(texts(first.get("referrers"), "host")).containsExactly("friend.example");
        assertThat(first.get("meant").get(0).get("path").asString()).isEqualTo("/seeds/broad-beans.html");
        assertThat(first.get("meant").get(0).get("moved").asBoolean()).isTrue();
        Map<String, String> kinds = new HashMap<>();
        missed().get("missed")
                .forEach(m -> kinds.put(m.get("path").asString(), m.get("kind").asString()));
        assertThat(kinds)
                .isEqualTo(Map.of(
                        "/beans.html", "LINK", "/abuot.html", "LINK", "/.env", "KNOCK", "/random-4711", "KNOCK"));

        assertThat(person.get("/api/sites/" + site).json().get("missedVisits").asLong())
                .as("told on All sites, but for what no person asked for")
                .isEqualTo(4);
        assertThat(person.get(at("/missed-visits/file")).is(200).text())
                .contains("/beans.html,link,3,")
                .contains(",friend.example,/seeds/broad-beans.html\r\n");

        change(List.of(rule("/beans.html", "/seeds/broad-beans.html")), Set.of())
                .is(200);
        JsonNode ignored = person.put(
                        at("/missed-visits/ignored"), Map.of("path", "/abuot.html", "under", false, "ignored", true))
                .is(200)
                .json();
        assertThat(texts(ignored.get("missed"), "path")).containsExactlyInAnyOrder("/.env", "/random-4711");
        assertThat(ignored.get("mended").asInt()).isEqualTo(1);
        assertThat(person.get("/api/sites/" + site).json().get("missedVisits").asLong())
                .isZero();
        person.put(at("/missed-visits/ignored"), Map.of("path", "/abuot.html", "under", false, "ignored", false))
                .is(200);
        assertThat(texts(missed().get("missed"), "path")).contains("/abuot.html");
        person.put(at("/missed-visits/ignored"), Map.of("path", "no-slash", "under", false, "ignored", true))
                .is(400);
    }

    @Test
    void followsAreCountedByDayAndTheLastTimeIsKnown() {
        change(List.of(rule("/old", "/beans.html"), rule("/never", "/beans.html")), Set.of())
                .is(200);
        person.post(at("/redirects/live"), Map.of()).is(200);
        person.visit(host, "/old");
        person.visit(host, "/OLD/");
        await("the counts")
                .atMost(Patience.MOST)
                .until(() -> uses().get("follows").asLong() == 2);
        assertThat(uses().get("links").asLong()).isEqualTo(1);
        JsonNode use = uses().get("uses").get(0);
        assertThat(use.get("days")).hasSize(1);
        assertThat(use.get("lastAt").isNull()).isFalse();
        JsonNode never = uses().get("uses").get(1);
        assertThat(never.get("lastAt").isNull()).isTrue();
        assertThat(never.get("since").isNull()).isFalse();
        assertThat(never.get("unusedForAYear").asBoolean()).isFalse();
    }

    private JsonNode uses() {
        return person.get(at("/redirects/uses")).is(200).json();
    }

    @Test
    void aUrlIsTriedByDraftByWhatIsLiveAtAnotherDateAndForReal() {
        Map<String, Object> seasonal = rule("/season", "/about.html");
        seasonal.put("from", "2030-01-01T00:00:00Z");
        change(List.of(rule("/old", "/older"), rule("/older", "/beans.html"), seasonal), Set.of())
                .is(200);
        JsonNode draft = trial("/old", null, true);
        assertThat(draft.get("end").asString()).isEqualTo("PAGE");
        assertThat(texts(draft.get("hops"), "location")).containsExactly("/older", "/beans.html", "");
        assertThat(trial("/old", null, false).get("end").asString()).isEqualTo("MISSING");
        assertThat(trial("/season", null, true).get("end").asString()).isEqualTo("MISSING");
        assertThat(trial(host + "/season", "2030-06-01T00:00:00Z", true)
                        .get("end")
                        .asString())
                .isEqualTo("PAGE");
        person.post(at("/redirects/trial"), Map.of("url", "https://other.example/", "draft", true))
                .is(400);

        person.post(at("/redirects/live"), Map.of()).is(200);
        JsonNode real = person.post(at("/redirects/visit"), Map.of("url", "/old?x=1", "draft", false))
                .is(200)
                .json();
        assertThat(real.get("asExpected").asBoolean()).isTrue();
        assertThat(real.get("location").asString()).isEqualTo("/older?x=1");
        assertThat(uses().get("follows").asLong())
                .as("a look of our own is no visit")
                .isZero();
    }

    private JsonNode trial(String url, String at, boolean draft) {
        Map<String, Object> form = new HashMap<>(Map.of("url", url, "draft", draft));
        form.put("at", at);
        return person.post(at("/redirects/trial"), form).is(200).json();
    }

    @Test
    void aFileIsLookedAtLineByLineAndWhatGoesOutComesInAsItWas() {
        change(List.of(rule("/same", "/beans.html"), rule("/other", "/beans.html")), Set.of())
                .is(200);
        String file = "source,target,status,group,note\r\n"
                + "/same,/beans.html,,,\r\n"
                + "/other,/about.html,302,cards,\"a \"\"quoted\"\", note\"\r\n"
                + "/new/{n}.html,/beans.html?n={n},,,\r\n"
                + "/blog/*,/about.html,,,\r\n"
                + "https://elsewhere.example/x,/,,,\r\n"
                + "/x,/beans.html,999,,\r\n"
                + "/gone,,410,,\r\n"
                + "/nothing,,,,\r\n"
                + "/NEW/{n}.html,/about.html,,,\r\n";
        JsonNode lines = person.post(at("/redirects/file/assessment"), Map.of("text", file))
                .is(200)
                .json();
        assertThat(texts(lines, "outcome"))
                .containsExactly("SAME", "CHANGED", "NEW", "NEW", "WRONG", "WRONG", "NEW", "WRONG", "WRONG");
        assertThat(lines.get(4).get("line").asInt()).isEqualTo(6);
        List<Object> put = new ArrayList<>();
        lines.forEach(line -> {
            if (Set.of("NEW", "CHANGED").contains(line.get("outcome").asString())) {
                put.add(line.get("rule"));
            }
        });
        change(put, Set.of()).is(200);
        String out = person.get(at("/redirects/file")).is(200).text();
        assertThat(out).contains("\"a \"\"quoted\"\", note\"\r\n");
        JsonNode again = person.post(at("/redirects/file/assessment"), Map.of("text", out))
                .is(200)
                .json();
        assertThat(again).hasSize(5);
        assertThat(texts(again, "outcome")).containsOnly("SAME");
        person.post(at("/redirects/file/assessment"), Map.of("text", "source,target\n\"open,/x"))
                .is(400);
    }

    @Test
    void cellsThatASpreadsheetWouldRunAreHarmlessOnTheWayOut() {
        Map<String, Object> rule = rule("/a", "/beans.html");
        rule.put("note", "=1+1");
        change(List.of(rule), Set.of()).is(200);
        String out = person.get(at("/redirects/file")).text();
        assertThat(out).contains("'=1+1").doesNotContain(",=1+1");
        assertThat(texts(
                        person.post(at("/redirects/file/assessment"), Map.of("text", out))
                                .json(),
                        "outcome"))
                .containsExactly("SAME");
    }

    @Test
    void oldUrlsAreMatchedAgainstTodaysPages() {
        String sitemap = "<?xml version=\"1.0\"?><urlset xmlns=\"http://www.sitemaps.org/schemas/sitemap/0.9\">"
                + "<url><loc>http://" + host + "/bean-seeds.html</loc></url><url><loc>http://" + host
                + "/about.html</loc></url><url><loc>http://other.example/</loc></url></urlset>";
        JsonNode matches = person.post(at("/redirects/matches"), Map.of("text", sitemap))
                .is(200)
                .json();
        assertThat(texts(matches, "fate")).containsExactly("MISSING", "PAGE", "WRONG");
        assertThat(matches.get(0).get("meant").get(0).get("path").asString()).isEqualTo("/beans.html");
        person.post(at("/redirects/matches"), Map.of("text", " \n ")).is(400);
    }

    @Test
    void aCopyWithTheSettingsHasTheRedirectsToo() {
        change(List.of(rule("/a", "/beans.html")), Set.of()).is(200);
        String copy = person.post(
                        "/api/sites", Map.of("title", "Copy", "copyFrom", site, "pages", true, "settings", true))
                .is(201)
                .json()
                .get("id")
                .asString();
        assertThat(texts(person.get("/api/sites/" + copy + "/redirects").json().get("rules"), "source"))
                .containsExactly("/a");
    }

    @Test
    void aChangeOfNameTellsOfTheRedirectsThatNameIt() {
        change(
                        List.of(
                                rule("/there", "http://redirected-elsewhere.example/"),
                                rule("/round", "http://" + host + ":7080/about.html")),
                        Set.of())
                .is(200);
        String other = person.site("Other");
        person.post(
                        "/api/sites/" + other + "/redirects/changes",
                        Map.of(
                                "put",
                                List.of(rule("/garden", "http://" + host + "/")),
                                "remove",
                                List.of(),
                                "what",
                                "x"))
                .is(200);
        String address = person.get(at("/where"))
                .json()
                .get("addresses")
                .get(0)
                .get("address")
                .get("id")
                .asString();
        JsonNode impact =
                person.get(at("/addresses/" + address + "/impact")).is(200).json();
        assertThat(texts(impact.get("redirects"), "source")).containsExactly("/garden");
        assertThat(texts(redirects().get("rules"), "target"))
                .as("a page of the site itself is kept as a path")
                .contains("/about.html");
    }

    @Test
    void previewsFollowTheRulesThatAreWorkedOn() {
        change(List.of(rule("/old", "/beans.html")), Set.of()).is(200);
        Map<String, Object> ofDraft = new HashMap<>();
        ofDraft.put("version", null);
        String url =
                person.post(at("/previews"), ofDraft).is(200).json().get("url").asString();
        String preview = url.replaceFirst("^http://", "").replaceFirst("[:/].*$", "");
        ApiClient.Answer answer = person.visit(preview, "/old");
        assertThat(answer.status() + " " + answer.field("Location")).isEqualTo("301 /beans.html");
    }
}
