package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import java.time.Duration;
import java.util.Map;
import java.util.Set;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Two processes on one database and one store: what one does, visitors of the other see. */
class ManyNodesTest {

    private static final String HOST = "two-nodes.harbor.localhost";

    private final TestHarbor harbor = TestHarbor.get();
    private final ChildHarbor second = harbor.secondNode();

    @BeforeEach
    void start() {
        second.start();
    }

    @AfterEach
    void stop() {
        second.kill();
    }

    @Test
    void whatOneNodeDoesIsSeenAtTheOtherWithinASecondOrTwo() {
        ApiClient person = harbor.person();
        String site = person.site("Two nodes");
        person.claim(site, "two-nodes").is(201);
        person.putText(site, "index.html", "<p>one").is(200);
        person.publish(site);
        ApiClient visitor = second.client();
        seen(visitor, "<p>one");
        person.putText(site, "index.html", "<p>two").is(200);
        person.publish(site);
        seen(visitor, "<p>two");
        person.put("/api/sites/" + site + "/live", Map.of("live", false)).is(200);
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .until(() -> visitor.visit(HOST, "/").status() == 404);
        person.put("/api/sites/" + site + "/live", Map.of("live", true)).is(200);
        seen(visitor, "<p>two");

        // The other way round: signed in there, published there, seen here. The session is one for both.
        ApiClient there = second.client();
        there.signIn(person.email(), ApiClient.PASSWORD).is(200);
        there.putText(site, "index.html", "<p>three").is(200);
        there.await(there.askPublish(site, Set.of()).is(202).json().get("id").asString());
        seen(person, "<p>three");
        assertThat(person.get("/api/sites/" + site + "/versions").json()).hasSize(3);
    }

    private static void seen(ApiClient visitor, String text) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .until(() -> visitor.visit(HOST, "/").text().equals(text));
    }
}
