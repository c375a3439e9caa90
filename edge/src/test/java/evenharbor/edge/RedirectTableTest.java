package evenharbor.edge;

import static evenharbor.core.harbor.route.RedirectCase.told;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.RedirectCase;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The table of rules and requests that holds the compiled set and the trial of a URL, over HTTP. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RedirectTableTest {

    private static final String HOST = "cases.harbor.localhost";

    private final HttpClient client = HttpClient.newHttpClient();
    private DirectoryBlobs blobs;
    private Edge edge;
    private volatile Instant now = RedirectCase.USUALLY;
    private FileEntry page;
    private String served = "";

    private final class CaseClock extends Clock {
        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return now;
        }
    }

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        blobs = new DirectoryBlobs(folder);
        byte[] bytes = "<title>Page</title>".getBytes(StandardCharsets.UTF_8);
        page = new FileEntry(blobs.put(bytes), bytes.length, "text/html", true);
        edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 1 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                Door.of(new Passes(new byte[32])),
                new CaseClock());
        edge.start();
    }

    @AfterAll
    void stop() throws Exception {
        edge.stop();
    }

    static List<RedirectCase> cases() throws IOException {
        return RedirectCase.all();
    }

    @ParameterizedTest
    @MethodSource("cases")
    void theEdgeDoesWhatTheTableSays(RedirectCase each) throws Exception {
        if (!each.set().equals(served)) {
            Routes routes = Routes.ofSites(Map.of(HOST, each.site(page)));
            edge.exchange(old -> routes);
            served = each.set();
        }
        now = each.at();
        assertThat(byEdge(each)).isEqualTo(each.expected());
    }

    private String byEdge(RedirectCase each) throws Exception {
        List<String> hops = new ArrayList<>();
        URI at = URI.create("http://" + HOST + each.url());
        while (hops.size() < Journey.MOST_HOPS) {
            String target = at.getRawPath() + (at.getRawQuery() == null ? "" : "?" + at.getRawQuery());
            HttpResponse<Void> answer = client.send(
                    HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + edge.port() + target))
                            .header("Host", HOST)
                            .build(),
                    HttpResponse.BodyHandlers.discarding());
            Optional<String> location = answer.headers().firstValue("Location");
            if (location.isEmpty()) {
                return told(hops, String.valueOf(answer.statusCode()));
            }
            hops.add(answer.statusCode() + " " + location.get());
            at = at.resolve(location.get());
            if (!at.getHost().equals(HOST)) {
                return told(hops, "out");
            }
        }
        return "loop";
    }
}
