package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

class AddressTest {

    private final TestHarbor harbor = TestHarbor.get();

    @Test
    void aTypedNameIsAnswered() {
        ApiClient person = harbor.person();
        String site = person.site("Asks");
        assertThat(standing(person, site, "papermoon")).isEqualTo("TAKEN");
        assertThat(standing(person, site, "www")).isEqualTo("RESERVED");
        assertThat(standing(person, site, "a_b")).isEqualTo("MALFORMED");
        assertThat(standing(person, site, "nobody-has-this")).isEqualTo("FREE");
        JsonNode taken = person.get(sense(site, "papermoon")).json();
        assertThat(taken.get("close")).hasSize(3);
        taken.get("close")
                .forEach(name ->
                        assertThat(standing(person, site, name.asString())).isEqualTo("FREE"));
        JsonNode ageing = person.get(sense(site, "fair2031")).json();
        assertThat(ageing.get("advice").get(0).get("kind").asString()).isEqualTo("YEAR");
        assertThat(person.get("/api/names/suggestion?title=Papermoon")
                        .json()
                        .get("name")
                        .asString())
                .isNotEqualTo("papermoon");
    }

    private static String sense(String site, String typed) {
        return "/api/sites/" + site + "/addresses/assessment?typed=" + typed;
    }

    private static String standing(ApiClient person, String site, String typed) {
        return person.get(sense(site, typed)).is(200).json().get("standing").asString();
    }

    @Test
    void ofTwoWhoClaimANameAtOnceOneGetsItAndTheOtherIsTold() throws Exception {
        ApiClient one = harbor.person();
        ApiClient two = harbor.person();
        String siteOne = one.site("One");
        String siteTwo = two.site("Two");
        ExecutorService both = Executors.newFixedThreadPool(2);
        for (int round = 0; round < 50; round++) {
            String name = "race-of-two-" + (char) (97 + round / 26) + (char) (97 + round % 26);
            List<Callable<ApiClient.Answer>> claims =
                    List.of(() -> one.claim(siteOne, name), () -> two.claim(siteTwo, name));
            int won = 0;
            for (Future<ApiClient.Answer> claim : both.invokeAll(claims)) {
                ApiClient.Answer answer = claim.get();
                if (answer.status() == 201) {
                    won++;
                } else {
                    assertThat(answer.is(409).json().get("detail").asString()).contains(name, "Nothing was changed");
                    assertThat(answer.json().get("close")).hasSize(3);
                }
            }
            assertThat(won).isEqualTo(1);
        }
        both.shutdown();
        assertThat(one.where(siteOne).size() + two.where(siteTwo).size()).isEqualTo(50);
    }

    private static String id(ApiClient.Answer claimed) {
        return claimed.is(201).json().get("id").asString();
    }

    @Test
    void aReleasedNameIsHeldBackFromOthersForThirtyDays() {
        ApiClient owner = harbor.person();
        ApiClient other = harbor.person();
        String site = owner.site("Owner");
        String elsewhere = other.site("Other");
        String first = id(owner.claim(site, "let-go"));
        owner.delete("/api/sites/" + site + "/addresses/" + first).is(200);
        other.claim(elsewhere, "let-go").is(409);
        String again = id(owner.claim(site, "let-go"));
        owner.delete("/api/sites/" + site + "/addresses/" + again).is(200);
        harbor.bean(JdbcClient.class)
                .sql(
                        "update site_address set held_until = held_until - interval 30 day - interval 1 minute where id = ?")
                .param(again)
                .update();
        other.claim(elsewhere, "let-go").is(201);
        owner.claim(site, "let-go").is(409);
    }

    @Test
    void oneAddressIsTheMainOneAndAnyOtherWhatItIsMade() {
        ApiClient owner = harbor.person();
        String site = owner.site("Roles");
        owner.claim(site, "role-one").is(201);
        String two = id(owner.claim(site, "role-two"));
        Map<String, Object> main = new HashMap<>(Map.of("role", "MAIN", "pointsTo", ""));
        main.put("trialVersion", null);
        owner.put("/api/sites/" + site + "/addresses/" + two, main).is(200);
        assertThat(roles(owner, site))
                .containsExactly("role-two.harbor.localhost MAIN", "role-one.harbor.localhost ALIAS");
        owner.claim(site, "role-three", "POINTER", "https://role-two.harbor.localhost/")
                .is(201);
        owner.claim(site, "role-four", "POINTER", "https://role-four.harbor.localhost/x")
                .is(400);
        owner.claim(site, "role-four", "POINTER", "javascript:alert(1)").is(400);
        owner.delete("/api/sites/" + site + "/addresses/" + two).is(200);
        assertThat(roles(owner, site))
                .containsExactly("role-one.harbor.localhost MAIN", "role-three.harbor.localhost POINTER");
    }

    private static List<String> roles(ApiClient owner, String site) {
        List<String> roles = new ArrayList<>();
        owner.where(site)
                .forEach(a -> roles.add(a.get("address").get("shown").asString() + " "
                        + a.get("address").get("role").asString()));
        return roles;
    }

    @Test
    void eachRoleAnswersVisitorsInItsWay() {
        ApiClient owner = harbor.person();
        String site = owner.site("Answers");
        owner.claim(site, "answers").is(201);
        owner.putText(site, "index.html", "<p>live").is(200);
        owner.putText(site, "deep.html", "<p>deep").is(200);
        owner.publish(site);
        owner.putText(site, "index.html", "<p>draft").is(200);
        owner.claim(site, "answers-too", "ALIAS", "").is(201);
        owner.claim(site, "answers-old", "FORWARDING", "").is(201);
        owner.claim(site, "answers-next", "TRIAL", "").is(201);
        owner.claim(site, "answers-out", "POINTER", "https://elsewhere.example/x?y=1")
                .is(201);

        ApiClient.Answer alias =
                owner.visit("answers-too.harbor.localhost", "/").is(200);
        assertThat(alias.text()).isEqualTo("<p>live");
        assertThat(alias.field("Link")).contains("answers.harbor.localhost").contains("canonical");
        ApiClient.Answer old =
                owner.visit("answers-old.harbor.localhost", "/deep.html?a=1").is(301);
        assertThat(old.field("Location"))
                .startsWith("http://answers.harbor.localhost")
                .endsWith("/deep.html?a=1");
        ApiClient.Answer trial =
                owner.visit("answers-next.harbor.localhost", "/").is(200);
        assertThat(trial.text()).isEqualTo("<p>draft");
        assertThat(trial.field("X-Robots-Tag")).contains("noindex");
        assertThat(owner.visit("answers-next.harbor.localhost", "/robots.txt")
                        .is(200)
                        .text())
                .contains("Allow: /");
        assertThat(owner.visit("answers-out.harbor.localhost", "/deep?z=2")
                        .is(302)
                        .field("Location"))
                .isEqualTo("https://elsewhere.example/x?y=1");
        owner.putText(site, "index.html", "<p>draft again").is(200);
        assertThat(owner.visit("answers-next.harbor.localhost", "/").is(200).text())
                .isEqualTo("<p>draft again");
        assertThat(owner.visit("answers.harbor.localhost", "/").is(200).text()).isEqualTo("<p>live");
    }

    @Test
    void aNameIsChangedWithoutLosingTheVisitorsOfTheOldOne() {
        ApiClient owner = harbor.person();
        String site = owner.site("Renamed");
        String other = owner.site("Neighbour");
        String old = id(owner.claim(site, "old-name"));
        owner.putText(site, "index.html", "<p>\n<a href=http://old-name.harbor.localhost/x>here</a>")
                .is(200);
        owner.putText(other, "links.html", "see old-name.harbor.localhost.").is(200);
        owner.claim(other, "short-way", "POINTER", "http://old-name.harbor.localhost/x")
                .is(201);
        owner.publish(site);
        for (int i = 0; i < 3; i++) {
            owner.visit("old-name.harbor.localhost", "/").is(200);
        }
        owner.post("/api/sites/" + site + "/places", Map.of("host", "old-name.harbor.localhost", "what", "the card"))
                .is(201);
        String at = "/api/sites/" + site + "/addresses/" + old;
        Awaitility.await()
                .atMost(Patience.MOST)
                .until(() -> owner.get(at + "/impact").json().get("visits").asInt() == 3);
        JsonNode impact = owner.get(at + "/impact").is(200).json();
        assertThat(impact.get("mentions")).hasSize(2);
        assertThat(impact.get("mentions").get(0).get("line").asInt()
                        + impact.get("mentions").get(1).get("line").asInt())
                .isEqualTo(3);
        assertThat(impact.get("pointers")).hasSize(1);
        assertThat(impact.get("places").get(0).asString()).isEqualTo("the card");

        owner.post(at + "/renaming", Map.of("typed", "new-name", "forwardDays", 30))
                .is(200);
        assertThat(roles(owner, site))
                .containsExactly("new-name.harbor.localhost MAIN", "old-name.harbor.localhost FORWARDING");
        assertThat(owner.visit("old-name.harbor.localhost", "/x").is(301).field("Location"))
                .contains("new-name.harbor.localhost");
        harbor.bean(JdbcClient.class)
                .sql("update site_address set forwards_until = now() - interval 1 minute where id = ?")
                .param(old)
                .update();
        Awaitility.await().atMost(Patience.MOST).until(() -> roles(owner, site).size() == 1);
        ApiClient stranger = harbor.person();
        stranger.claim(stranger.site("Stranger"), "old-name").is(409);
    }

    @Test
    void nobodyReachesAnothersAddresses() {
        ApiClient owner = harbor.person();
        ApiClient other = harbor.person();
        String site = owner.site("Mine");
        String address = id(owner.claim(site, "only-mine"));
        other.get("/api/sites/" + site + "/where").is(404);
        other.get("/api/sites/" + site + "/addresses/" + address + "/impact").is(404);
        other.delete("/api/sites/" + site + "/addresses/" + address).is(404);
        other.get("/api/sites/" + site + "/places").is(404);
        other.post("/api/sites/" + site + "/where/checks", Map.of()).is(404);
    }

    private static long mains(ApiClient person, String site) {
        long mains = 0;
        for (JsonNode each : person.where(site)) {
            mains += each.get("address").get("role").asString().equals("MAIN") ? 1 : 0;
        }
        return mains;
    }

    @Test
    void whoeverChangesThemAtOnceASiteHasExactlyOneMainAddress() throws Exception {
        ApiClient person = harbor.person();
        String site = person.site("Many");
        ExecutorService several = Executors.newFixedThreadPool(3);
        for (int round = 0; round < 10; round++) {
            String word = "main-race-" + (char) ('a' + round);
            List<Callable<ApiClient.Answer>> claims = new ArrayList<>();
            for (String end : List.of("-one", "-two", "-three")) {
                claims.add(() -> person.claim(site, word + end, "MAIN", ""));
            }
            for (Future<ApiClient.Answer> claim : several.invokeAll(claims)) {
                claim.get().is(201);
            }
            assertThat(mains(person, site)).as("in round %d", round).isEqualTo(1);
        }
        several.shutdown();
        assertThat(person.where(site)).hasSize(30);
    }

    @Test
    void withAHostNameGoesWhatLiesUnderItAsWasSaidBefore() {
        ApiClient person = harbor.person();
        String root = person.site("Root");
        String below = person.site("Below");
        person.claim(root, "held-whole").is(201);
        person.claim(below, "held-whole/shop").is(201);
        person.claim(below, "elsewhere-too").is(201);
        String id = person.where(root).get(0).get("address").get("id").asString();
        String at = "/api/sites/" + root + "/addresses/" + id;
        JsonNode with = person.get(at + "/below").is(200).json();
        assertThat(with).hasSize(1);
        assertThat(with.get(0).get("address").asString()).contains("held-whole", "/shop");
        harbor.person().get(at + "/below").is(404);
        person.delete(at).is(200);
        assertThat(person.where(below)).hasSize(1);
        assertThat(mains(person, below)).as("another one takes over").isEqualTo(1);
        ApiClient other = harbor.person();
        other.claim(other.site("Other"), "held-whole").is(409);
        person.claim(below, "held-whole").is(201);
    }

    /** Its own paths under a name keep the name for an account, though the name itself is no longer held back. */
    @Test
    void aHostNameBelongsToOneAccountWithAllPathsUnderIt() {
        ApiClient person = harbor.person();
        String site = person.site("Paths");
        person.claim(site, "one-account").is(201);
        person.claim(site, "one-account/a").is(201);
        JdbcClient db = harbor.bean(JdbcClient.class);
        int expired = db.sql(
                        "update site_address set role = 'POINTER', held_until = '2020-01-01' where host like 'one-account.%' and path = '/'")
                .update();
        assertThat(expired).isEqualTo(1);
        ApiClient other = harbor.person();
        String others = other.site("Others");
        assertThat(standing(other, others, "one-account"))
                .as("it is not called free")
                .isEqualTo("TAKEN");
        other.claim(others, "one-account").is(409);
        db.sql("update site_address set held_until = '2020-01-01' where host like 'one-account.%'")
                .update();
        other.claim(others, "one-account").is(201);
        person.claim(site, "one-account/a").is(409);
    }
}
