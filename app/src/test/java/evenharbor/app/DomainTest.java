package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Domains against the practice registry, its name servers and its resolver, by their protocols. */
class DomainTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient owner = harbor.person();

    @AfterEach
    void mend() {
        for (String label : List.of("ns1", "ns2", "elsewhere", "resolver", "root", "registry")) {
            owner.put("/api/practice/stand-ins/" + label, Map.of("fault", "NONE"))
                    .is(200);
        }
        owner.put("/api/practice/registry", Map.of("down", false)).is(200);
    }

    private static ApiClient.Answer register(ApiClient person, String name) {
        long price = person.get("/api/domain-offers?typed=" + name)
                .is(200)
                .json()
                .get(0)
                .get("firstYear")
                .asLong();
        return person.post("/api/domains", Map.of("name", name, "firstYear", price));
    }

    private String registered(String name) {
        return register(owner, name).is(201).json().get("id").asString();
    }

    private JsonNode domain(String id) {
        return owner.get("/api/domains/" + id).is(200).json();
    }

    private JsonNode zone(String id) {
        return owner.get("/api/domains/" + id + "/zone").is(200).json();
    }

    private String state(String site, String shown) {
        for (JsonNode a : owner.where(site)) {
            if (a.get("address").get("shown").asString().equals(shown)) {
                return a.get("state").asString();
            }
        }
        return "";
    }

    private void elsewhere(String domain, String name, String type, String... data) {
        owner.put(
                        "/api/practice/elsewhere/" + domain + "/records",
                        Map.of("name", name, "type", type, "ttl", 300, "data", List.of(data)))
                .is(200);
    }

    @Test
    void aSearchAnswersAcrossEndingsWithPrices() {
        JsonNode offers = owner.get("/api/domain-offers?typed=moon").is(200).json();
        assertThat(offers.get(0).get("name").asString()).isEqualTo("moon.art.localhost");
        assertThat(offers.get(0).get("premium").asBoolean()).isTrue();
        assertThat(offers.size()).isGreaterThan(5);
        owner.put("/api/practice/registry", Map.of("down", true)).is(200);
        ApiClient.Answer away = owner.get("/api/domain-offers?typed=moons");
        assertThat(away.is(503).json().get("detail").asString()).contains("does not answer", "Nothing was registered");
    }

    @Test
    void aRegisteredNameIsServedOnceItsRecordsLeadHere() {
        String site = owner.site("Buys");
        owner.putText(site, "index.html", "<p>bought").is(200);
        String id = registered("buys.art.localhost");
        owner.claim(site, "buys.art.localhost").is(201);
        owner.claim(site, "www.buys.art.localhost", "FORWARDING", "").is(201);
        owner.publish(site);
        until("the zone to be written", () -> zone(id).get("sets").size() == 2);
        assertThat(owner.get("/api/domains/" + id + "/zone/versions")
                        .is(200)
                        .json()
                        .findValuesAsString("origin"))
                .isNotEmpty()
                .containsOnly("HARBOR");
        until("the address to work", () -> state(site, "buys.art.localhost").equals("OK"));
        assertThat(owner.visit("buys.art.localhost", "/").is(200).text()).isEqualTo("<p>bought");
        assertThat(owner.visit("www.buys.art.localhost", "/a").is(301).field("Location"))
                .contains("//buys.art.localhost");
    }

    @Test
    void aBroughtNameIsServedOnlyOnceItIsProvenAndAProvenOneKeepsOthersOut() {
        owner.post("/api/practice/elsewhere", Map.of("domain", "brought.club.localhost"))
                .is(200);
        ApiClient rival = harbor.person();
        String rivalSite = rival.site("Rival");
        rival.post("/api/domains/brought", Map.of("name", "brought.club.localhost"))
                .is(201);
        rival.claim(rivalSite, "brought.club.localhost").is(201);

        // Before anything is claimed: a look in between would leave "no such name" in the resolver for minutes.
        elsewhere("brought.club.localhost", "www", "CNAME", "visit.harbor.localhost.");

        String site = owner.site("Brings");
        owner.putText(site, "index.html", "<p>mine").is(200);
        JsonNode brought = owner.post("/api/domains/brought", Map.of("name", "https://www.Brought.club.localhost/x"))
                .is(201)
                .json();
        assertThat(brought.get("name").asString()).isEqualTo("brought.club.localhost");
        owner.claim(site, "www.brought.club.localhost").is(201);
        owner.publish(site);
        assertThat(owner.visit("www.brought.club.localhost", "/").status()).isEqualTo(404);

        elsewhere(
                "brought.club.localhost",
                "_harbor-proof",
                "TXT",
                brought.get("proof").get("data").get(0).asString());
        String id = brought.get("id").asString();
        assertThat(owner.post("/api/domains/" + id + "/proof", Map.of())
                        .is(200)
                        .json()
                        .get("proven")
                        .asBoolean())
                .isTrue();
        until(
                "the name to be served",
                () -> owner.visit("www.brought.club.localhost", "/").status() == 200);
        until(
                "the address to work",
                () -> state(site, "www.brought.club.localhost").equals("OK"));

        assertThat(rival.get("/api/domains").json().get(0).get("state").asString())
                .isEqualTo("LOST");
        assertThat(rival.where(rivalSite)).isEmpty();
        rival.post("/api/domains/brought", Map.of("name", "brought.club.localhost"))
                .is(409);
        assertThat(owner.claim(site, "brought.club.localhost")
                        .is(201)
                        .json()
                        .get("domainId")
                        .asString())
                .isEqualTo(id);
    }

    @Test
    void twoAccountsRaceForOneDomainAndOneHarborNameAndAlwaysOneGetsIt() throws Exception {
        ApiClient other = harbor.person();
        String mine = owner.site("Mine");
        String theirs = other.site("Theirs");
        ExecutorService both = Executors.newFixedThreadPool(2);
        for (int round = 0; round < 50; round++) {
            String word = "race-" + (char) ('a' + round / 26) + (char) ('a' + round % 26) + "-quay";
            List<Callable<ApiClient.Answer>> domain = List.of(
                    () -> register(owner, word + ".art.localhost"), () -> register(other, word + ".art.localhost"));
            List<Callable<ApiClient.Answer>> name =
                    List.of(() -> owner.claim(mine, word), () -> other.claim(theirs, word));
            assertThat(won(both, domain)).as("domain in round %d", round).isEqualTo(1);
            assertThat(won(both, name)).as("name in round %d", round).isEqualTo(1);
        }
        both.shutdown();
        assertThat(owner.get("/api/domains").json().size()
                        + other.get("/api/domains").json().size())
                .isEqualTo(50);
    }

    @ParameterizedTest(name = "as {0} the other name becomes {2}")
    @CsvSource({
        "MAIN,'',FORWARDING",
        "POINTER,https://example.org/,POINTER",
        "TRIAL,'',TRIAL",
    })
    void aPairIsClaimedWholeOrNotAtAll(String role, String pointsTo, String ofPair) {
        String word = "pair-" + role.toLowerCase(Locale.ROOT);
        String site = owner.site(word);
        owner.putText(site, "index.html", "<p>pair").is(200);
        registered(word + ".art.localhost");
        if (!role.equals("MAIN")) {
            owner.claim(site, word).is(201);
        }
        int before = owner.where(site).size();
        owner.claim(site, word + ".art.localhost", "POINTER", "no target", true).is(400);
        assertThat(owner.where(site)).as("a wrong target").hasSize(before);
        owner.claim(site, word + ".art.localhost", role, pointsTo, true).is(201);
        assertThat(roles(site, word + ".art.localhost")).containsExactlyInAnyOrder(role, ofPair);
    }

    private List<String> roles(String site, String under) {
        List<String> roles = new ArrayList<>();
        owner.where(site).forEach(a -> {
            if (a.get("address").get("hostName").asString().endsWith(under)) {
                roles.add(a.get("address").get("role").asString());
            }
        });
        return roles;
    }

    private static int won(ExecutorService both, List<Callable<ApiClient.Answer>> tries) throws Exception {
        int won = 0;
        for (Future<ApiClient.Answer> each : both.invokeAll(tries)) {
            ApiClient.Answer answer = each.get();
            if (answer.status() == 201) {
                won++;
            } else {
                assertThat(answer.is(409).json().get("detail").asString()).contains("Nothing was");
            }
        }
        return won;
    }

    private static Map<String, Object> set(String name, String type, String... data) {
        return Map.of("name", name, "type", type, "ttl", 3600, "data", List.of(data));
    }

    @Test
    void aZoneIsEditedReviewedUndoneAndNeverLost() {
        String id = registered("zones.art.localhost");
        until(
                "the zone to be there",
                () -> owner.get("/api/domains/" + id + "/zone").status() == 200);
        String at = "/api/domains/" + id + "/zone";
        List<Object> sets = List.of(set("@", "MX", "10 mail"), set("mail", "A", "192.0.2.7"));
        JsonNode review =
                owner.post(at + "/review", Map.of("sets", sets)).is(200).json();
        assertThat(review.get("steps")).hasSize(2);
        assertThat(review.get("faults")).isEmpty();
        List<Object> wrong = List.of(set("@", "CNAME", "x.example."));
        assertThat(owner.post(at + "/review", Map.of("sets", wrong)).json().get("faults"))
                .isNotEmpty();

        String serial = "\"" + zone(id).get("serial").asLong() + "\"";
        owner.put(at, Map.of("sets", wrong), "If-Match", serial).is(400);
        owner.put(at, Map.of("sets", sets), "If-Match", serial).is(200);
        owner.put(at, Map.of("sets", List.of()), "If-Match", serial).is(412);
        assertThat(zone(id).get("sets")).hasSize(2);
        assertThat(owner.get(at + "/file").json().get("text").asString()).contains("10 mail.zones.art.localhost.");

        owner.put("/api/practice/stand-ins/ns1", Map.of("fault", "SILENT")).is(200);
        assertThat(zone(id).get("silent").asString()).contains("does not answer");
        assertThat(zone(id).get("sets")).hasSize(2);
        String now = "\"" + zone(id).get("serial").asLong() + "\"";
        assertThat(owner.put(at, Map.of("sets", List.of()), "If-Match", now)
                        .is(503)
                        .json()
                        .get("detail")
                        .asString())
                .contains("Nothing was changed");
        owner.put("/api/practice/stand-ins/ns1", Map.of("fault", "NONE")).is(200);
        assertThat(zone(id).get("lost").asBoolean()).isFalse();
        owner.post(at + "/restore", Map.of()).is(409);
        JsonNode version = owner.get(at + "/versions").is(200).json().get(0);
        assertThat(version.get("origin").asString()).isEqualTo("PERSON");
        assertThat(owner.get(at + "/versions/" + version.get("id").asLong())
                        .is(200)
                        .json()
                        .get("sets"))
                .hasSize(2);
        harbor.person().get(at + "/versions").is(404);

        assertThat(owner.post(at + "/undo", Map.of()).is(200).json().get("sets"))
                .isEmpty();
        JsonNode read = owner.post(at + "/read", Map.of("text", "www 300 IN A 192.0.2.9\n"))
                .is(200)
                .json();
        assertThat(read.get("sets")).hasSize(1);
    }

    @Test
    void whatAnAddressNeedsIsNeverWrittenOverAPersonsRecord() {
        String site = owner.site("Conflict");
        String id = registered("conflict.art.localhost");
        until(
                "the zone to be there",
                () -> owner.get("/api/domains/" + id + "/zone").status() == 200);
        String at = "/api/domains/" + id + "/zone";
        owner.put(
                        at,
                        Map.of("sets", List.of(set("shop", "A", "198.51.100.1"))),
                        "If-Match",
                        "\"" + zone(id).get("serial").asLong() + "\"")
                .is(200);
        owner.claim(site, "shop.conflict.art.localhost").is(201);
        until("the conflict to be said", () -> zone(id).get("conflicts").size() == 1);
        assertThat(zone(id).get("sets").get(0).get("data").get(0).asString()).isEqualTo("198.51.100.1");
        JsonNode after =
                owner.post(at + "/give-way", Map.of("name", "shop")).is(200).json();
        assertThat(after.get("conflicts")).isEmpty();
        assertThat(after.get("sets").get(0).get("type").asString()).isEqualTo("CNAME");
    }

    @Test
    void recordsLeftBehindAreSaidToBeADanger() {
        String site = owner.site("Left");
        String id = registered("left.art.localhost");
        String address = owner.claim(site, "old.left.art.localhost")
                .is(201)
                .json()
                .get("id")
                .asString();
        until("the record to be there", () -> zone(id).get("sets").size() == 1);
        owner.put(
                        "/api/domains/" + id + "/zone",
                        Map.of(
                                "sets",
                                List.of(
                                        set("mine", "CNAME", "visit.harbor.localhost."),
                                        set("old", "CNAME", "visit.harbor.localhost."))),
                        "If-Match",
                        "\"" + zone(id).get("serial").asLong() + "\"")
                .is(200);
        owner.delete("/api/sites/" + site + "/addresses/" + address).is(200);
        until("the harbor's own record to go", () -> zone(id).get("sets").size() == 1);
        assertThat(owner.get("/api/domains/" + id + "/dangers")
                        .is(200)
                        .json()
                        .get(0)
                        .get("sentence")
                        .asString())
                .contains("mine.left.art.localhost leads here with no site behind it");
    }

    @Test
    void aSiteOfAnotherAccountCannotBeNamedForUnclaimedNames() {
        String id = registered("foreign.art.localhost");
        ApiClient other = harbor.person();
        Map<String, Object> settings =
                Map.of("autoRenew", true, "hosted", true, "wildcardSite", other.site("Not theirs"));
        owner.put("/api/domains/" + id, settings).is(404);
        assertThat(domain(id).get("wildcardSite").isNull()).isTrue();
    }

    @Test
    void aNameIsRegisteredOnceThoughTheRequestIsSentTwice() {
        Map<String, Object> form = Map.of("name", "twice.art.localhost", "firstYear", 1200);
        String one = owner.post("/api/domains", form).is(201).json().get("id").asString();
        assertThat(owner.post("/api/domains", form).is(201).json().get("id").asString())
                .isEqualTo(one);
        harbor.person().post("/api/domains", form).is(409);
    }

    @Test
    void unclaimedNamesAreAnsweredByTheSiteThatIsNamedForThem() {
        String site = owner.site("Catches");
        owner.putText(site, "index.html", "<p>caught").is(200);
        String id = registered("catches.art.localhost");
        owner.claim(site, "catches.art.localhost").is(201);
        owner.publish(site);
        assertThat(owner.visit("anything.catches.art.localhost", "/").status()).isEqualTo(404);
        Map<String, Object> settings = new HashMap<>(Map.of("autoRenew", true, "hosted", true, "wildcardSite", site));
        owner.put("/api/domains/" + id, settings).is(200);
        until(
                "an unclaimed name to be answered",
                () -> owner.visit("anything.catches.art.localhost", "/").status() == 200);
        until(
                "the zone to lead them here",
                () -> zone(id).get("sets").toString().contains("\"*\""));
        settings.put("wildcardSite", null);
        owner.put("/api/domains/" + id, settings).is(200);
        until(
                "it to end",
                () -> owner.visit("anything.catches.art.localhost", "/").status() == 404);
    }

    @Test
    void eachFailureOfANameServerIsToldApart() {
        owner.post("/api/practice/elsewhere", Map.of("domain", "faulty.club.localhost"))
                .is(200);
        JsonNode brought = owner.post("/api/domains/brought", Map.of("name", "faulty.club.localhost"))
                .is(201)
                .json();
        elsewhere(
                "faulty.club.localhost",
                "_harbor-proof",
                "TXT",
                brought.get("proof").get("data").get(0).asString());
        elsewhere("faulty.club.localhost", "@", "A", "127.0.0.1");
        owner.post("/api/domains/" + brought.get("id").asString() + "/proof", Map.of())
                .is(200);
        String site = owner.site("Faulty");
        owner.putText(site, "index.html", "<p>faulty").is(200);
        owner.claim(site, "faulty.club.localhost").is(201);
        owner.publish(site);
        until("it to work", () -> state(site, "faulty.club.localhost").equals("OK"));
        for (Map.Entry<String, String> fault : Map.of(
                        "SILENT", "does not answer", "FAILING", "failed", "LAME", "does not have it")
                .entrySet()) {
            owner.put("/api/practice/stand-ins/elsewhere", Map.of("fault", fault.getKey()))
                    .is(200);
            until(fault.getKey() + " to be said", () -> {
                owner.post("/api/sites/" + site + "/where/checks", Map.of()).is(202);
                JsonNode step = owner.where(site).get(0).get("steps").get(2);
                return (step.get("seen").asString() + step.get("todo").asString()).contains(fault.getValue());
            });
            assertThat(owner.visit("faulty.club.localhost", "/").status()).isEqualTo(200);
        }
        assertThat(owner.where(site).get(0).get("drifted").asBoolean()).isTrue();
        assertThat(owner.get("/api/sites/" + site).json().get("troubles")).hasSize(1);
        owner.put("/api/practice/stand-ins/elsewhere", Map.of("fault", "NONE")).is(200);
        owner.post("/api/sites/" + site + "/where/checks", Map.of()).is(202);
        until("it to work again", () -> state(site, "faulty.club.localhost").equals("OK"));
    }

    @Test
    void aSiteUnderAPathHasEveryLinkAndAssetOfAFortyPageSiteUnderIt() {
        ApiClient marta = harbor.stranger();
        marta.signIn("marta@papermoon.example", "moon over the quay").is(200);
        PathMount.walk(marta, "foxglove.harbor.localhost");
    }
}
