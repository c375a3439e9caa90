package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The database server is killed under a running application. */
class DatabaseAwayTest {

    private static final String HOST = "steady.harbor.localhost";

    @Test
    void visitorsAreServedWhileNothingCanBeChanged() {
        ChildHarbor harbor = TestHarbor.get().childWithOwnDatabase("steady");
        harbor.start();
        ApiClient person = harbor.client();
        person.openAccount("Steady", "steady@test.example");
        String site = person.site("Steady");
        person.claim(site, "steady").is(201);
        person.putText(site, "index.html", "<link rel=stylesheet href=s.css><p>steady")
                .is(200);
        person.putText(site, "s.css", "p{}").is(200);
        person.publish(site);

        harbor.killDatabase();
        for (int i = 0; i < 20; i++) {
            assertThat(person.visit(HOST, "/").is(200).text()).contains("<p>steady");
            assertThat(person.visit(HOST, "/s.css").status()).isEqualTo(200);
            assertThat(person.visit("nobody.harbor.localhost", "/").status()).isEqualTo(404);
        }
        ApiClient.Answer answer = person.post("/api/sites/" + site + "/versions", Map.of("name", "x"));
        assertThat(answer.status()).isGreaterThanOrEqualTo(500);
        assertThat(answer.text()).contains("database does not answer just now. Nothing was changed");
        assertThat(person.visit(HOST, "/").is(200).text()).contains("<p>steady");
        harbor.kill();
    }
}
