package evenharbor.app;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.common.admin.AdminProgram;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.ChildHarbor;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.who.access.OperatorCommand;
import java.io.IOException;
import java.io.PrintWriter;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What whoever operates a harbor sees of it: health, metrics, its log, its visits, and the page that says it in words. */
class WatchTest {

    private static final JsonMapper JSON = JsonMapper.shared();
    private static final String SECRET = "a password that nobody may read 4711";

    private final ChildHarbor harbor = TestHarbor.get().childWatched("watched");

    @AfterEach
    void end() {
        harbor.kill();
    }

    private HttpResponse<String> watched(String path) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(harbor.watchOrigin() + path))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    private static JsonNode json(HttpResponse<String> answer) {
        return JSON.readTree(answer.body());
    }

    private String log() throws IOException {
        return Files.readString(harbor.home().resolve("log"));
    }

    @Test
    void aHarborTellsHowItIs() throws Exception {
        harbor.start();
        ApiClient first = harbor.client();
        first.openAccount("First", "first@test.example");
        ApiClient second = harbor.client();
        second.openAccount("Second", "second@test.example");
        String site = first.live("seen-quay");

        // Health and metrics, at a port of their own.
        assertThat(watched("/health/liveness").statusCode()).isEqualTo(200);
        assertThat(json(watched("/health/readiness")).get("status").asString()).isEqualTo("UP");
        until("the parts to be looked at", () -> parts().has("database"));
        parts().forEach(part -> assertThat(part.get(0).asString()).isEqualTo("well"));
        first.visit("seen-quay.harbor.localhost", "/secret-door?key=swordfish");
        String metrics = watched("/prometheus").body();
        assertThat(metrics)
                .contains("harbor_routes_lag_seconds")
                .contains("harbor_visits_total{status=\"4xx\"}")
                .contains("http_server_requests_seconds_count")
                .contains("hikaricp_connections_active")
                .contains("jvm_memory_used_bytes");
        assertThat(watched("/env").statusCode()).isEqualTo(404);
        assertThat(watched("/api/sites").statusCode()).isIn(401, 404);
        assertThat(first.get("/prometheus").text()).doesNotContain("harbor_routes_lag");

        // The page, for who operates it: the first who came.
        second.get("/api/state").is(404);
        JsonNode state = first.get("/api/state").is(200).json();
        assertThat(state.get("well").asBoolean()).as(state.toString()).isTrue();
        assertThat(state.get("nodes")).hasSize(1);

        // Somebody else is let see it from the harbor's machine.
        assertThat(operator("second@test.example")).isZero();
        second.get("/api/state").is(200);
        assertThat(operator("second@test.example", "--no-more")).isZero();
        second.get("/api/state").is(404);
        assertThat(operator("nobody@test.example")).isEqualTo(1);

        // Each line of the log is JSON, with the request it is of, and holds nothing secret.
        assertThat(first.signIn("first@test.example", SECRET).status()).isEqualTo(401);
        String token = first.post(
                        "/api/tokens", Map.of("name", "script", "reach", "PUBLISH", "siteId", site, "days", 9))
                .is(201)
                .json()
                .get("token")
                .asString();
        assertThat(token).isNotBlank();
        String id = first.get("/api/sites/" + site).field("X-Request-Id");
        assertThat(id).isNotBlank();
        List<String> lines = log().lines()
                .filter(line -> !line.isBlank() && !line.contains("child-classes"))
                .toList();
        assertThat(lines)
                .isNotEmpty()
                .allSatisfy(
                        line -> assertThat(JSON.readTree(line).has("message")).isTrue());
        assertThat(log()).doesNotContain(SECRET, "swordfish", token, "known to this test");

        // Visits as lines of the common form, without what could tell who it was.
        until("the visits to be written", () -> !visits().isEmpty());
        assertThat(visits())
                .contains("seen-quay.harbor.localhost 127.0.0.0 - - [")
                .contains("\"GET /secret-door HTTP/1.1\" 404")
                .doesNotContain("swordfish")
                .doesNotContain(" 127.0.0.1 ");

        // Without its database it serves visitors, and is left in service; it says what is wrong and since when.
        harbor.killDatabase();
        until(
                "the trouble to be told",
                () -> parts().get("database").get(0).asString().contains("does not answer"));
        assertThat(json(watched("/health/readiness")).get("status").asString()).isEqualTo("UP");
        assertThat(first.visit("seen-quay.harbor.localhost", "/").status()).isEqualTo(200);

        // What went wrong is found in the log by what the answer names.
        ApiClient.Answer wrong = first.get("/api/sites");
        assertThat(wrong.status()).isEqualTo(500);
        assertThat(wrong.text()).contains("database does not answer just now. Nothing was changed");
        String request = wrong.json().get("request").asString();
        assertThat(request).isEqualTo(wrong.field("X-Request-Id"));
        assertThat(log()).contains("\"request\":\"" + request + "\"");
    }

    private int operator(String... words) {
        List<String> arguments = new ArrayList<>(harbor.settings());
        arguments.addAll(List.of(words));
        return AdminProgram.run(OperatorCommand::new, arguments, new PrintWriter(System.out, true));
    }

    private JsonNode parts() {
        try {
            return json(watched("/health")).at("/components/harbor/details/parts");
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private String visits() throws IOException {
        Path folder = harbor.home().resolve("visits");
        try (Stream<Path> files = Files.list(folder)) {
            StringBuilder all = new StringBuilder();
            for (Path file : files.toList()) {
                all.append(Files.readString(file));
            }
            return all.toString();
        }
    }
}
