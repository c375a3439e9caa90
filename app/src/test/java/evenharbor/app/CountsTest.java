package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.Patience;
import evenharbor.app.fixture.TestHarbor;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What was counted before the power went is there after it came back, but for the last few seconds. */
class CountsTest {

    private static final String HOST = "counted.harbor.localhost";

    @Test
    void countsSurviveAKill() {
        ChildHarbor harbor = TestHarbor.get().child("counts");
        harbor.start();
        ApiClient person = harbor.client();
        person.openAccount("Counted", "counted@test.example");
        String site = person.site("Counted");
        person.claim(site, "counted").is(201);
        person.putText(site, "index.html", "<p>counted").is(200);
        person.publish(site);
        for (int i = 0; i < 40; i++) {
            miss(person);
        }
        await("the counts to be handed on").atMost(Patience.MOST).until(() -> counted(person, site) == 40);
        miss(person);
        harbor.kill();

        harbor.start();
        person.signIn("counted@test.example", ApiClient.PASSWORD);
        long before = counted(person, site);
        assertThat(before).isBetween(40L, 41L);
        miss(person);
        await("counting to go on").atMost(Patience.MOST).until(() -> counted(person, site) > before);
        harbor.kill();
    }

    private static void miss(ApiClient person) {
        person.visit(HOST, "/lost", "Accept-Language", "en").is(404);
    }

    private static long counted(ApiClient person, String site) {
        JsonNode missed = person.get("/api/sites/" + site + "/missed-visits")
                .is(200)
                .json()
                .get("missed");
        return missed.isEmpty() ? 0 : missed.get(0).get("count").asLong();
    }
}
