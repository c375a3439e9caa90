package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Started for real: no practice world, and no secret that everyone can read. */
class ForRealTest {

    private static final String[] OWN = {
        "--spring.datasource.username=real", "--spring.datasource.password=known to this test alone"
    };

    private static ChildHarbor child(String... more) {
        String[] all = new String[OWN.length + more.length];
        System.arraycopy(OWN, 0, all, 0, OWN.length);
        System.arraycopy(more, 0, all, OWN.length, more.length);
        return TestHarbor.get().childForReal("forreal", all);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "harbor.zones.key-secret=cHJhY3RpY2Uga2V5IGZvciB6b25lcyBvbiBsb29wYmFjaw==",
                "harbor.registry.password=practice",
                "spring.datasource.password=harbor"
            })
    void aSecretOfTheRepositoryIsRefused(String setting) {
        ChildHarbor child = setting.startsWith("spring.datasource")
                ? TestHarbor.get().childForReal("forreal", "--" + setting)
                : child("--" + setting);
        assertThat(child.endsByItself())
                .contains("Even Harbor was not started: " + setting.substring(0, setting.indexOf('='))
                        + " is a value that stands in the public repository");
    }

    @Test
    void thereIsNoPracticeWorld() {
        ChildHarbor child = child();
        child.start();
        try {
            ApiClient person = child.client();
            person.openAccount("Owner", "real@test.example");
            JsonNode practice = person.get("/api/practice").is(200).json();
            assertThat(practice.get("on").asBoolean()).isFalse();
            assertThat(practice.propertyNames())
                    .as("the same as of a practice harbor")
                    .containsExactlyInAnyOrderElementsOf(TestHarbor.get()
                            .person()
                            .get("/api/practice")
                            .json()
                            .propertyNames());
            person.post("/api/practice/clock", Map.of("seconds", 60)).is(404);
            assertThat(person.get("/api/health").is(200).json().get("well").asBoolean())
                    .isTrue();
            assertThat(person.get("/api/domain-offers?typed=kites").is(400).text())
                    .contains("No names are sold on this harbor");
            String site = person.site("Real");
            person.putText(site, "index.html", "<p>real").is(200);
            person.claim(site, "real").is(201);
            person.publish(site);
            assertThat(person.visit("real.harbor.localhost", "/").text()).contains("<p>real");
        } finally {
            child.kill();
        }
    }
}
