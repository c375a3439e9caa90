package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Other people's pages are asked for when someone wants to know: politely, and what came is kept. */
class OutsideLinksTest {

    private final ApiClient person = TestHarbor.get().person();
    private final String site = person.site("Links");
    private final Queue<String> asked = new ConcurrentLinkedQueue<>();
    private final AtomicInteger atOnce = new AtomicInteger();
    private final AtomicInteger mostAtOnce = new AtomicInteger();
    private HttpServer server;
    private String there;

    @BeforeEach
    void serve() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newCachedThreadPool());
        server.createContext("/", this::answer);
        server.start();
        there = "http://neighbour.localhost:" + server.getAddress().getPort();
        StringBuilder page = new StringBuilder("<!doctype html><title>Links</title>");
        for (String path :
                List.of("/there", "/there#part", "/gone", "/no-head", "/moved", "/secret/x", "/down", "/people-only")) {
            page.append("<a href=\"").append(there).append(path).append("\">x</a>\n");
        }
        page.append("<a href=\"http://neighbour.localhost:1/\">nobody listens</a>");
        person.putText(site, "index.html", page.toString()).is(200);
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private void answer(HttpExchange exchange) throws IOException {
        mostAtOnce.accumulateAndGet(atOnce.incrementAndGet(), Math::max);
        try (exchange) {
            String method = exchange.getRequestMethod();
            String path = exchange.getRequestURI().getPath();
            asked.add(method + " " + path);
            byte[] body = path.equals("/robots.txt")
                    ? "User-agent: *\nDisallow: /secret/\n".getBytes(StandardCharsets.US_ASCII)
                    : new byte[0];
            if (path.equals("/moved")) {
                exchange.getResponseHeaders().set("Location", "/there");
            }
            int status = switch (path) {
                case "/gone" -> 404;
                case "/no-head" -> method.equals("HEAD") ? 405 : 200;
                case "/moved" -> 301;
                case "/down" -> 503;
                case "/people-only" -> 403;
                default -> 200;
            };
            // Whoever has the answer may ask the next at once, before this thread is done.
            atOnce.decrementAndGet();
            exchange.sendResponseHeaders(status, body.length == 0 ? -1 : body.length);
            if (body.length > 0) {
                exchange.getResponseBody().write(body);
            }
        }
    }

    private JsonNode links() {
        return person.get("/api/sites/" + site + "/outside-links").is(200).json();
    }

    @Test
    void eachIsAskedForOnceByHeadWhereRobotsMayAndNeverManyOfOneHostAtOnce() {
        assertThat(links().get("all").asInt()).isEqualTo(8);
        assertThat(asked).isEmpty();
        person.post("/api/sites/" + site + "/outside-links/checks", Map.of()).is(202);
        person.post("/api/sites/" + site + "/outside-links/checks", Map.of()).is(409);
        Awaitility.await()
                .until(() ->
                        links().get("left").asInt() == 0 && links().get("known").asInt() == 8);
        Map<String, String> answers = new HashMap<>();
        links().get("links")
                .forEach(link -> answers.put(
                        link.get("url").asString().replace(there, ""),
                        link.get("answer").asString()));
        assertThat(answers)
                .containsEntry("/gone", "GONE")
                .containsEntry("/moved", "MOVED")
                .containsEntry("/secret/x", "ASKED_NOT_TO")
                .containsEntry("/down", "TROUBLE")
                .containsEntry("/people-only", "NOT_TOLD")
                .containsEntry("http://neighbour.localhost:1/", "UNREACHABLE")
                .doesNotContainKeys("/there", "/no-head");
        assertThat(asked).contains("HEAD /there", "GET /no-head").doesNotContain("GET /there", "HEAD /secret/x");
        assertThat(asked.stream().filter("GET /robots.txt"::equals)).hasSize(1);
        assertThat(mostAtOnce).hasValue(1);
        assertThat(links().at("/links/0/broken").asBoolean()).isTrue();

        int before = asked.size();
        person.post("/api/sites/" + site + "/outside-links/checks", Map.of()).is(202);
        assertThat(links().get("left").asInt()).isZero();
        assertThat(asked).hasSize(before);
    }
}
