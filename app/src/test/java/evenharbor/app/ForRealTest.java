package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import java.nio.file.Files;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Started for real: no practice world, and no secret that everyone can read. */
class ForRealTest {

    private static final AtomicInteger CHILDREN = new AtomicInteger();

    private static final String[] OWN = {
        "--spring.datasource.username=real", "--spring.datasource.password=known to this test alone"
    };

    private static ChildHarbor child(String... more) {
        String[] all = new String[OWN.length + more.length];
        System.arraycopy(OWN, 0, all, 0, OWN.length);
        System.arraycopy(more, 0, all, OWN.length, more.length);
        return TestHarbor.get().childForReal("forreal" + CHILDREN.incrementAndGet(), all);
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
                ? TestHarbor.get().childForReal("forreal" + CHILDREN.incrementAndGet(), "--" + setting)
                : child("--" + setting);
        assertThat(child.endsByItself())
                .contains("Even Harbor was not started: " + setting.substring(0, setting.indexOf('='))
                        + " is a value that stands in the public repository");
    }

    @Test
    void aNewHarborIsSetUpAndThereIsNoPracticeWorld() throws Exception {
        ChildHarbor child = child();
        child.start();
        try {
            ApiClient person = child.client();
            person.get("/api/session");
            person.post(
                            "/api/accounts",
                            Map.of(
                                    "accountName",
                                    "Too early",
                                    "person",
                                    Map.of("name", "Eve", "email", "eve@test.example", "password", PASSWORD)))
                    .is(409);
            setUp(child, person);
            assertThat(person.get("/api/state").is(200).json().get("nodes")).hasSize(1);

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
            // The names are not far enough apart, as was said when they were chosen.
            assertThat(person.get("/api/health")
                            .is(200)
                            .json()
                            .get("parts")
                            .valueStream()
                            .filter(part -> !part.get("well").asBoolean())
                            .map(part -> part.get("name").asString()))
                    .containsExactly("names");
            assertThat(person.get("/api/domain-offers?typed=kites").is(400).text())
                    .contains("No names are sold on this harbor");
            String site = person.site("Real");
            person.putText(site, "index.html", "<p>real").is(200);
            person.claim(site, "real").is(201);
            person.publish(site);
            assertThat(person.visit("real.sites.example", "/").text()).contains("<p>real");
        } finally {
            child.kill();
        }
    }

    private static final String PASSWORD = "three boats at low tide";

    /** As its operator does: with the code, after wrong turns, and seeing what was tried. */
    private static void setUp(ChildHarbor child, ApiClient person) throws Exception {
        assertThat(person.get("/api/first-run").is(200).json().get("awaited").asBoolean())
                .isTrue();
        person.post("/api/first-run/start", Map.of("code", "guessed")).is(403);
        String code = Files.readString(child.home().resolve("first-run-code"));
        assertThat(Files.getPosixFilePermissions(child.home().resolve("first-run-code")))
                .isEqualTo(PosixFilePermissions.fromString("rw-------"));
        person.post("/api/first-run/start", Map.of("code", code)).is(200);

        Map<String, Object> settings = new HashMap<>(Map.of(
                "appName", "",
                "nameEnding", "sites.example",
                "previewEnding", "previews",
                "numbers", List.of("127.0.0.1"),
                "mailHost", "localhost",
                "mailPort", 1,
                "mailSecurity", "NONE",
                "mailUser", "",
                "mailPassword", "",
                "mailFrom", "Even Harbor <harbor@sites.example>"));
        settings.putAll(Map.of("authority", "http://localhost/", "signUp", "INVITATION"));
        JsonNode faults = person.post("/api/first-run/checks", Map.of("code", code, "settings", settings))
                .is(400)
                .json();
        assertThat(faults.get("violations")
                        .valueStream()
                        .map(each -> each.get("field").asString()))
                .containsExactly("previewEnding");

        settings.put("previewEnding", "previews.sites.example");
        assertThat(person.post("/api/first-run/checks", Map.of("code", code, "settings", settings))
                        .is(200)
                        .text())
                .contains("beginning with https://");
        settings.put("authority", "https://localhost:1/directory");
        JsonNode tried = person.post("/api/first-run/checks", Map.of("code", code, "settings", settings))
                .is(200)
                .json();
        assertThat(tried.get("records")
                        .valueStream()
                        .map(each -> each.get("name").asString() + " "
                                + each.get("value").asString()))
                .containsExactly("*.sites.example 127.0.0.1", "*.previews.sites.example 127.0.0.1");
        Map<String, String> states = new HashMap<>();
        tried.get("checks")
                .forEach(each -> states.put(
                        each.get("part").asString(), each.get("state").asString()));
        assertThat(states)
                .containsEntry("NAMES", "FAILED")
                .containsEntry("DNS", "FAILED")
                .containsEntry("REACHED", "OK")
                .containsEntry("MAIL", "FAILED")
                .containsEntry("AUTHORITY", "FAILED");

        settings.put("authority", "");
        settings.put("mailHost", "");
        person.post("/api/first-run", Map.of("code", code, "settings", settings, "owner", owner("password12")))
                .is(400);
        assertThat(child.home().resolve("settings.yml")).doesNotExist();
        person.post("/api/first-run", Map.of("code", code, "settings", settings, "owner", owner(PASSWORD)))
                .is(200);
        assertThat(Files.getPosixFilePermissions(child.home().resolve("settings.yml")))
                .isEqualTo(PosixFilePermissions.fromString("rw-------"));
        child.startsAgain();
        person.post("/api/first-run/start", Map.of("code", code)).is(409);
    }

    private static Map<String, Object> owner(String password) {
        return Map.of(
                "accountName",
                "Real",
                "person",
                Map.of("name", "Owner", "email", "real@test.example", "password", password));
    }
}
