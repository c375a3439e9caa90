package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

class AddressTest {

    private final TestHarbor harbor = TestHarbor.get();

    @Test
    void aTypedNameIsAnswered() {
        ApiClient person = harbor.person();
        assertThat(standing(person, "papermoon")).isEqualTo("TAKEN");
        assertThat(standing(person, "www")).isEqualTo("RESERVED");
        assertThat(standing(person, "a_b")).isEqualTo("MALFORMED");
        assertThat(standing(person, "nobody-has-this")).isEqualTo("FREE");
        JsonNode taken = person.get("/api/names?typed=papermoon").json();
        assertThat(taken.get("close")).hasSize(3);
        taken.get("close")
                .forEach(name -> assertThat(standing(person, name.asString())).isEqualTo("FREE"));
        JsonNode ageing = person.get("/api/names?typed=fair2031").json();
        assertThat(ageing.get("advice").get(0).get("kind").asString()).isEqualTo("YEAR");
        assertThat(person.get("/api/names/suggestion?title=Papermoon")
                        .json()
                        .get("name")
                        .asString())
                .isNotEqualTo("papermoon");
    }

    private static String standing(ApiClient person, String typed) {
        return person.get("/api/names?typed=" + typed)
                .is(200)
                .json()
                .get("standing")
                .asString();
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
        int names = one.get("/api/sites/" + siteOne + "/addresses").json().size()
                + two.get("/api/sites/" + siteTwo + "/addresses").json().size();
        assertThat(names).isEqualTo(50);
    }

    @Test
    void aReleasedNameIsHeldBackFromOthersForThirtyDays() {
        ApiClient owner = harbor.person();
        ApiClient other = harbor.person();
        String site = owner.site("Owner");
        String elsewhere = other.site("Other");
        owner.claim(site, "let-go").is(201);
        owner.delete("/api/sites/" + site + "/addresses/let-go").is(200);
        other.claim(elsewhere, "let-go").is(409);
        owner.claim(site, "let-go").is(201);
        owner.delete("/api/sites/" + site + "/addresses/let-go").is(200);
        harbor.bean(JdbcClient.class)
                .sql(
                        "update address set held_until = held_until - interval 30 day - interval 1 minute where name = 'let-go'")
                .update();
        other.claim(elsewhere, "let-go").is(201);
        owner.claim(site, "let-go").is(409);
    }

    @Test
    void oneAddressIsTheMainOneAndAnyOtherAnAlias() {
        ApiClient owner = harbor.person();
        String site = owner.site("Roles");
        owner.claim(site, "role-one").is(201);
        owner.claim(site, "role-two").is(201);
        owner.put("/api/sites/" + site + "/addresses/role-two/main", Map.of()).is(200);
        JsonNode both = owner.get("/api/sites/" + site + "/addresses").json();
        assertThat(both.get(0).get("name").asString()).isEqualTo("role-two");
        assertThat(both.get(0).get("role").asString()).isEqualTo("MAIN");
        assertThat(both.get(1).get("role").asString()).isEqualTo("ALIAS");
        owner.delete("/api/sites/" + site + "/addresses/role-two").is(200);
        assertThat(owner.get("/api/sites/" + site + "/addresses")
                        .json()
                        .get(0)
                        .get("role")
                        .asString())
                .isEqualTo("MAIN");
    }
}
