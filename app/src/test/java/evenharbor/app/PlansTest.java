package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.RedirectApi;
import evenharbor.app.fixture.TestHarbor;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import tools.jackson.databind.JsonNode;

/** Planned changes, in an application whose clock is moved past them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PlansTest {

    private final ChildHarbor harbor = TestHarbor.get().child("planned");
    private final ApiClient person = harbor.client();
    private int sites;
    private String site;
    private String host;

    @BeforeAll
    void start() {
        harbor.start();
        person.openAccount("Planner", "planner@test.example");
    }

    @AfterAll
    void stop() {
        harbor.kill();
    }

    @BeforeEach
    void aSiteWithTwoVersions() {
        site = person.site("Programme");
        host = "programme" + ++sites;
        person.claim(site, host).is(201);
        host += ".harbor.localhost";
        person.putText(site, "style.css", "p { color: teal }").is(200);
        for (String season : List.of("winter", "autumn")) {
            person.putText(site, "index.html", "<p>" + season).is(200);
            person.publish(site);
        }
        meets("<p>autumn");
    }

    private String at(String part) {
        return "/api/sites/" + site + part;
    }

    private Instant now() {
        return Instant.parse(
                person.get("/api/practice").is(200).json().get("now").asString());
    }

    private LocalDateTime in(Duration time) {
        return LocalDateTime.ofInstant(now().plus(time), ZoneOffset.UTC).truncatedTo(ChronoUnit.MINUTES);
    }

    private void pass(Duration time) {
        person.post("/api/practice/clock", Map.of("seconds", time.toSeconds())).is(200);
    }

    private void meets(String text) {
        await("visitors to get " + text)
                .atMost(Patience.MOST)
                .until(() -> person.visit(host, "/").text().contains(text));
    }

    private Map<String, Object> form(String kind, LocalDateTime starts, LocalDateTime ends, Object... more) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "kind",
                kind,
                "redirects",
                false,
                "everywhere",
                false,
                "starts",
                starts,
                "zone",
                "UTC",
                "second",
                false));
        form.put("ends", ends);
        for (int i = 0; i < more.length; i += 2) {
            form.put((String) more[i], more[i + 1]);
        }
        form.replaceAll((name, value) -> value instanceof LocalDateTime time ? time.toString() : value);
        return form;
    }

    private JsonNode plan(Map<String, Object> form) {
        return person.post(at("/plans"), form).is(201).json();
    }

    private JsonNode plans() {
        return person.get(at("/plans")).is(200).json();
    }

    private static Map<String, Object> notice(String title) {
        return Map.of("paths", Set.of(), "kind", "WORDS", "title", title, "text", "Back soon.", "target", "");
    }

    private static Map<String, Object> closing(String title, String until) {
        Map<String, Object> form = new HashMap<>(notice(title));
        form.put("until", until);
        form.put("zone", "UTC");
        return form;
    }

    private String standing(Duration in) {
        JsonNode view = person.get(at("/standing?at=" + now().plus(in))).is(200).json();
        return view.get("known").asBoolean()
                ? view.get("standing").get("state").asString() + " "
                        + view.get("standing").get("version").asInt(0)
                : "unknown";
    }

    private void done(int steps) {
        await(steps + " steps")
                .atMost(Patience.MOST)
                .until(() -> plans().get("done").size() == steps);
    }

    @Test
    void aProgrammeComesAndGoes() {
        JsonNode plan = plan(form("GO_LIVE", in(Duration.ofDays(2)), in(Duration.ofDays(30)), "version", 1));
        assertThat(plan.get("words").asString()).startsWith("Restore version 1, from ");
        assertThat(standing(Duration.ofDays(1))).isEqualTo("LIVE 2");
        assertThat(standing(Duration.ofDays(3))).isEqualTo("LIVE 1");
        assertThat(standing(Duration.ofDays(31))).isEqualTo("LIVE 2");
        assertThat(plans().get("findings")).isEmpty();
        String calendar = person.get("/api/calendar").is(200).json().get("url").asString();
        assertThat(person.get(calendar.substring(calendar.indexOf("/calendar/")))
                        .is(200)
                        .text())
                .contains("SUMMARY:Programme: Restore version 1")
                .contains("SUMMARY:Programme: the end of: Restore version 1");
        pass(Duration.ofDays(2).plusMinutes(1));
        meets("<p>winter");
        assertThat(plans().get("plans").get(0).get("begun").asBoolean()).isTrue();
        pass(Duration.ofDays(28));
        meets("<p>autumn");
        done(2);
        assertThat(plans().get("done").valueStream().map(d -> d.get("carried").asBoolean()))
                .containsOnly(true);
        assertThat(standing(Duration.ofDays(-10))).as("the past is kept").isEqualTo("LIVE 1");
        assertThat(standing(Duration.ofDays(-100))).isEqualTo("unknown");
        assertThat(person.get(at("/activities")).json().toString())
                .contains("PLAN_CARRIED_OUT")
                .contains("the end of: Restore version 1");
    }

    @Test
    void redirectsBeginAndEndAsPlanned() {
        RedirectApi.add(person, site, "/sale/", "/index.html");
        plan(form("APPLY_REDIRECTS", in(Duration.ofDays(1)), in(Duration.ofDays(5))));
        assertThat(person.visit(host, "/sale/").status()).isEqualTo(404);
        pass(Duration.ofDays(1).plusMinutes(1));
        await("the redirect to begin")
                .atMost(Patience.MOST)
                .until(() -> person.visit(host, "/sale/").status() == 301);
        pass(Duration.ofDays(4));
        await("the redirect to end")
                .atMost(Patience.MOST)
                .until(() -> person.visit(host, "/sale/").status() == 404);
        meets("<p>autumn");
    }

    @Test
    void datesOfRedirectsAreTold() {
        String from =
                now().plus(Duration.ofDays(3)).truncatedTo(ChronoUnit.SECONDS).toString();
        Map<String, Object> fair = new HashMap<>(RedirectApi.rule("/fair/", "/index.html"));
        fair.put("from", from);
        person.post(at("/redirects/changes"), Map.of("put", List.of(fair), "remove", Set.of(), "what", "a fair"))
                .is(200);
        assertThat(plans().get("redirects")).as("visitors do not meet it yet").isEmpty();
        person.post(at("/redirects/live"), Map.of()).is(200);
        assertThat(plans().get("redirects").get(0).get("words").asString())
                .isEqualTo("the redirect of /fair/ to /index.html begins");
        assertThat(person.get(at("/past")).is(200).json().get("ahead").toString())
                .contains("the redirect of /fair/");
    }

    @Test
    void whatHasBegunIsEndedBeforeItsTime() {
        JsonNode plan = plan(form("GO_LIVE", in(Duration.ofDays(1)), in(Duration.ofDays(9)), "version", 1));
        person.post("/api/plans/" + plan.get("id").asString() + "/end", Map.of())
                .is(409);
        pass(Duration.ofDays(1).plusMinutes(1));
        meets("<p>winter");
        JsonNode begun = plans().get("plans").get(0);
        assertThat(person.post("/api/plans/" + plan.get("id").asString() + "/end", Map.of())
                        .is(200)
                        .json()
                        .get("nextAt")
                        .isNull())
                .isTrue();
        meets("<p>autumn");
        assertThat(begun.get("begun").asBoolean()).isTrue();
        pass(Duration.ofDays(9));
        done(2);
        meets("<p>autumn");
        assertThat(person.get(at("/activities")).json().toString()).contains("ended before its time");
    }

    @Test
    void whatAPlanNeedsAndWillNotHaveIsToldOnAllSites() {
        String name = "programme" + sites + ".art.localhost";
        long price = person.get("/api/domain-offers?typed=" + name)
                .is(200)
                .json()
                .get(0)
                .get("firstYear")
                .asLong();
        String domain = person.post("/api/domains", Map.of("name", name, "firstYear", price))
                .is(201)
                .json()
                .get("id")
                .asString();
        person.put("/api/domains/" + domain, Map.of("autoRenew", false, "hosted", true))
                .is(200);
        String address = person.claim(site, name).is(201).json().get("id").asString();
        plan(form("SWITCH_MAIN", in(Duration.ofDays(360)), null, "addressId", address));
        assertThat(kinds()).isEmpty();
        plan(form("GO_LIVE", in(Duration.ofDays(370)), null, "version", 1));
        assertThat(kinds()).containsExactly("DOMAIN_ENDS");
        assertThat(person.get("/api/sites")
                        .is(200)
                        .json()
                        .valueStream()
                        .map(lane -> lane.get("site"))
                        .filter(s -> s.get("id").asString().equals(site))
                        .findFirst()
                        .orElseThrow()
                        .get("plansInTrouble")
                        .asInt())
                .isEqualTo(1);
    }

    private List<String> kinds() {
        return plans().get("findings")
                .valueStream()
                .map(finding -> finding.get("kind").asString())
                .toList();
    }

    @Test
    void aPersonGoesByATimeZoneOfTheirOwn() {
        person.put("/api/profile", Map.of("name", "Planner", "zone", "Mars/Olympus"))
                .is(400);
        person.put("/api/profile", Map.of("name", "Planner", "zone", "Pacific/Chatham"))
                .is(200);
        assertThat(person.get("/api/session").is(200).json().get("zone").asString())
                .isEqualTo("Pacific/Chatham");
    }

    @Test
    void whatIsOverByTheTimeItCouldBeDoneIsLeftOut() {
        plan(form("GO_LIVE", in(Duration.ofDays(2)), in(Duration.ofDays(3)), "version", 1));
        pass(Duration.ofDays(5));
        done(1);
        JsonNode left = plans().get("done").get(0);
        assertThat(left.get("carried").asBoolean()).isFalse();
        assertThat(left.get("sentence").asString()).isEqualTo("It was late, and would have been over by then.");
        meets("<p>autumn");
        plan(form("GO_LIVE", in(Duration.ofDays(1)), null, "version", 1));
        pass(Duration.ofDays(3));
        meets("<p>winter");
    }

    @Test
    void theDraftIsPublishedAsItThenIsAndWhatWasBeforeComesBack() {
        person.putText(site, "index.html", "<p>now").is(200);
        plan(form("PUBLISH_DRAFT", in(Duration.ofDays(1)), in(Duration.ofDays(4))));
        person.putText(site, "index.html", "<p>later").is(200);
        pass(Duration.ofDays(1).plusMinutes(1));
        meets("<p>later");
        assertThat(plans().get("findings"))
                .as("its end is foreseen as it will come")
                .isEmpty();
        pass(Duration.ofDays(3));
        meets("<p>autumn");
    }

    @Test
    void whatSomeoneDecidedMeanwhileStays() {
        plan(form("GO_LIVE", in(Duration.ofDays(1)), in(Duration.ofDays(4)), "version", 1));
        pass(Duration.ofDays(1).plusMinutes(1));
        meets("<p>winter");
        person.putText(site, "index.html", "<p>spring").is(200);
        person.publish(site);
        pass(Duration.ofDays(4));
        done(2);
        meets("<p>spring");
        assertThat(plans().get("done").get(0).get("sentence").asString()).contains("decided in the meantime");
    }

    @Test
    void aSiteIsClosedWithANoticeAndOpensByItself() {
        person.put(
                        at("/closure"),
                        closing("Gone fishing", in(Duration.ofDays(31)).toString()))
                .is(200);
        await("the notice")
                .atMost(Patience.MOST)
                .until(() -> person.visit(host, "/").status() == 503);
        ApiClient.Answer closed = person.visit(host, "/");
        assertThat(closed.text()).contains("Gone fishing").contains("Back soon.");
        assertThat(Long.parseLong(closed.field("Retry-After")))
                .isBetween(Duration.ofDays(30).toSeconds(), Duration.ofDays(31).toSeconds());
        assertThat(closed.field("Cache-Control")).contains("no-store");
        assertThat(person.visit(host, "/no-page").status()).isEqualTo(503);
        assertThat(person.visit(host, "/style.css").status()).isEqualTo(200);
        assertThat(person.visit(host, "/robots.txt").status()).isEqualTo(404);
        assertThat(person.get(at("")).json().get("state").asString()).isEqualTo("CLOSED");
        assertThat(standing(Duration.ofDays(40))).isEqualTo("LIVE 2");
        person.post(at("/where/checks"), Map.of()).is(202);
        await("the address to be looked at again, and found in order")
                .atMost(Patience.MOST)
                .until(() -> person.where(site).toString().contains("the notice came"));
        assertThat(person.get(at("")).json().get("troubles")).isEmpty();
        person.putText(site, "index.html", "<p>repainted").is(200);
        person.publish(site);
        assertThat(person.visit(host, "/").status())
                .as("publishing leaves it closed")
                .isEqualTo(503);
        pass(Duration.ofDays(31).plusMinutes(1));
        meets("<p>repainted");
        assertThat(standing(Duration.ofDays(-10))).isEqualTo("CLOSED 3");
    }

    @Test
    void theSameSwitchReopens() {
        person.put(at("/closure"), closing("", null)).is(400);
        person.put(at("/closure"), closing("Closed", in(Duration.ofDays(9)).toString()))
                .is(200);
        await().atMost(Patience.MOST).until(() -> person.visit(host, "/").status() == 503);
        person.delete(at("/closure")).is(200);
        meets("<p>autumn");
        assertThat(plans().get("plans").get(0).get("nextAt").isNull())
                .as("nothing is left to reopen")
                .isTrue();
        person.delete(at("/closure")).is(409);
        person.put(
                        at("/closure"),
                        Map.of(
                                "paths", Set.of("/shop/"),
                                "kind", "ELSEWHERE",
                                "title", "",
                                "text", "",
                                "target", "/news/",
                                "zone", "UTC"))
                .is(200);
        await().atMost(Patience.MOST).until(() -> person.visit(host, "/shop/a").status() == 302);
        assertThat(person.visit(host, "/shop/a").field("Location")).endsWith("/news/");
        meets("<p>autumn");
    }

    @Test
    void aCollisionIsFoundAndMended() {
        JsonNode close =
                plan(form("CLOSE", in(Duration.ofDays(1)), in(Duration.ofDays(20)), "closing", notice("Closed")));
        JsonNode winter = plan(form("GO_LIVE", in(Duration.ofDays(2)), null, "version", 1));
        JsonNode finding = plans().get("findings").get(0);
        assertThat(finding.get("kind").asString()).isEqualTo("CLOSED_THEN");
        assertThat(finding.get("otherId").asString()).isEqualTo(close.get("id").asString());
        String revision = "\"" + winter.get("revision").asLong() + "\"";
        Map<String, Object> moved = form("GO_LIVE", in(Duration.ofDays(21)), null, "version", 1);
        String path = "/api/plans/" + winter.get("id").asString();
        person.put(path, moved, "If-Match", revision).is(200);
        assertThat(plans().get("findings")).isEmpty();
        person.put(path, moved, "If-Match", revision).is(412);
        String off = path + "/called-off";
        assertThat(person.put(off, Map.of("calledOff", true))
                        .is(200)
                        .json()
                        .get("nextAt")
                        .isNull())
                .isTrue();
        pass(Duration.ofDays(22));
        done(1);
        assertThat(plans().get("done").get(0).get("planId").asString())
                .as("of what was called off nothing is done")
                .isEqualTo(close.get("id").asString());
        meets("<p>autumn");
        // Its time is over: planned again it would be carried out at once, which nobody asked for.
        person.put(off, Map.of("calledOff", false)).is(409);
        meets("<p>autumn");
    }

    @Test
    void whatCannotBePlannedIsRefusedAtItsField() {
        LocalDateTime soon = in(Duration.ofDays(1));
        refused(form("GO_LIVE", soon, null, "version", 77), "version");
        refused(form("GO_LIVE", soon, null), "version");
        refused(form("GO_LIVE", soon, soon, "version", 1), "ends");
        refused(form("GO_LIVE", in(Duration.ofDays(-1)), null, "version", 1), "starts");
        refused(form("REOPEN", soon, soon.plusDays(1)), "ends");
        refused(form("SWITCH_MAIN", soon, null, "addressId", "nobody"), "addressId");
        refused(form("SEND_TO", soon, null, "destinationId", "nobody"), "destinationId");
        refused(form("CLOSE", soon, null, "closing", notice(" ")), "closing");
        refused(form("GO_LIVE", soon, null, "version", 1, "zone", "Mars/Base"), "zone");
        ApiClient stranger = harbor.client();
        stranger.openAccount("Stranger", "stranger" + sites + "@test.example");
        stranger.post(at("/plans"), form("TAKE_DOWN", soon, null)).is(404);
        stranger.get(at("/plans")).is(404);
    }

    private void refused(Map<String, Object> form, String field) {
        JsonNode problem = person.post(at("/plans"), form).is(400).json();
        assertThat(problem.toString()).contains("\"" + field + "\"");
    }

    @Test
    void theMainAddressIsSwitchedForAWhile() {
        person.claim(site, "second" + sites, "ALIAS", "").is(201);
        JsonNode second = person.get(at(""))
                .json()
                .get("addresses")
                .valueStream()
                .filter(a -> a.get("role").asString().equals("ALIAS"))
                .findFirst()
                .orElseThrow();
        plan(form(
                "SWITCH_MAIN",
                in(Duration.ofDays(1)),
                in(Duration.ofDays(2)),
                "addressId",
                second.get("id").asString()));
        pass(Duration.ofDays(1).plusMinutes(1));
        done(1);
        assertThat(main()).isEqualTo(second.get("id").asString());
        pass(Duration.ofDays(1));
        done(2);
        assertThat(main()).isNotEqualTo(second.get("id").asString());
    }

    private String main() {
        return person.get(at(""))
                .json()
                .get("addresses")
                .valueStream()
                .filter(a -> a.get("role").asString().equals("MAIN"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asString();
    }

    private Map<String, String> answersAt(Instant at) {
        Map<String, String> answers = new HashMap<>();
        for (JsonNode then : person.get("/api/standings?at=" + at).is(200).json()) {
            if (then.get("siteId").asString().equals(site)) {
                assertThat(then)
                        .isEqualTo(person.get(at("/standing?at=" + at)).is(200).json());
                then.get("answers")
                        .forEach(a -> answers.put(
                                a.get("role").asString(), a.get("words").asString()));
                answers.put(
                        "known",
                        then.get("known").asString() + " "
                                + then.get("addressesKnown").asString());
            }
        }
        return answers;
    }

    @Test
    void ofAnyInstantItIsToldWhatEachAddressAnswered() {
        Instant before = now().minus(Duration.ofDays(1000));
        String alias = "also-" + host.substring(0, host.indexOf('.'));
        String aliasId =
                person.claim(site, alias, "ALIAS", "").is(201).json().get("id").asString();
        pass(Duration.ofHours(1));
        Instant live = now();
        pass(Duration.ofHours(1));
        person.post(at("/takedown"), Map.of("everywhere", false)).is(200);
        person.delete(at("/addresses/" + aliasId)).is(200);
        pass(Duration.ofHours(1));
        Instant down = now();
        pass(Duration.ofMinutes(1));
        Map<String, Object> plan = new HashMap<>(Map.of(
                "kind",
                "GO_LIVE",
                "version",
                1,
                "redirects",
                false,
                "everywhere",
                false,
                "second",
                false,
                "zone",
                "UTC"));
        plan.put("starts", in(Duration.ofDays(3)).toString());
        person.post(at("/plans"), plan).is(201);

        assertThat(answersAt(live)).isEqualTo(Map.of("MAIN", "version 2", "ALIAS", "version 2", "known", "true true"));
        assertThat(answersAt(down)).isEqualTo(Map.of("MAIN", "nothing here (404)", "known", "true true"));
        assertThat(answersAt(now().plus(Duration.ofDays(2))))
                .isEqualTo(Map.of("MAIN", "nothing here (404)", "known", "true true"));
        assertThat(answersAt(now().plus(Duration.ofDays(4))))
                .isEqualTo(Map.of("MAIN", "version 1", "known", "true true"));
        assertThat(answersAt(before)).isEqualTo(Map.of("known", "false false"));
    }
}
