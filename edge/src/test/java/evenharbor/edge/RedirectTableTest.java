package evenharbor.edge;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Match;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.text.Normalizer;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** One table of rules and requests, run against the compiled set, the trial of a URL, and the edge over HTTP. */
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

    @Test
    void theTableIsLongEnoughToMeanSomething() throws IOException {
        assertThat(cases()).hasSizeGreaterThanOrEqualTo(200);
    }

    private Manifest files(RedirectCase each) {
        Map<String, FileEntry> files = new HashMap<>();
        each.pages().forEach(path -> files.put(path, page));
        return Manifest.of(files);
    }

    private Routes routes(RedirectCase each) {
        SiteRoutes site = SiteRoutes.of(
                "cases", files(each), new SiteRoutes.ServingOptions(false, true), Redirects.of(each.rules()));
        return Routes.ofSites(Map.of(HOST, site));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void setTrialAndEdgeAgree(RedirectCase each) throws Exception {
        if (!each.set().equals(served)) {
            Routes routes = routes(each);
            edge.exchange(old -> routes);
            served = each.set();
        }
        now = each.at();
        assertThat(bySet(each)).as("the set").isEqualTo(each.expected());
        assertThat(byTrial(each)).as("the trial").isEqualTo(each.expected());
        assertThat(byEdge(each)).as("the edge").isEqualTo(each.expected());
    }

    /** By the compiled set alone, and what is known of a plain site: pages, and folders that lead to their page. */
    private String bySet(RedirectCase each) {
        Redirects set = Redirects.of(each.rules());
        NavigableSet<String> pages = SiteFacts.paths(files(each));
        List<String> hops = new ArrayList<>();
        URI at = URI.create("http://" + HOST + each.url()).normalize();
        while (hops.size() < Journey.MOST_HOPS) {
            String path = Normalizer.normalize(at.getPath(), Normalizer.Form.NFC);
            String query = Optional.ofNullable(at.getRawQuery()).orElse("");
            Optional<Match> match = set.at(path, query, each.at().getEpochSecond())
                    .filter(m -> !(m.rule().pagesFirst() && pages.contains(path)));
            boolean folder = !path.endsWith("/") && pages.contains(path + "/");
            if (match.isEmpty() && !folder) {
                return told(hops, pages.contains(path) ? "200" : "404");
            }
            if (match.isPresent() && match.get().rule().status() == RedirectStatus.GONE) {
                return told(hops, "410");
            }
            String location = match.map(Match::location)
                    .orElse(SiteRoutes.encoded(path + "/") + (query.isEmpty() ? "" : "?" + query));
            hops.add(match.map(m -> m.rule().status().code()).orElse(301) + " " + location);
            at = at.resolve(location);
            if (!at.getHost().equals(HOST)) {
                return told(hops, "out");
            }
        }
        return "loop";
    }

    private String byTrial(RedirectCase each) {
        URI url = URI.create("http://" + HOST + each.url()).normalize();
        String path = Normalizer.normalize(url.getPath(), Normalizer.Form.NFC);
        Journey journey = Journey.of(
                routes(each),
                new VisitorRequest(HOST, path, each.query(), each.at().getEpochSecond()));
        List<String> hops = journey.hops().stream()
                .filter(hop -> !hop.location().isEmpty())
                .map(hop -> hop.status() + " " + hop.location())
                .toList();
        return switch (journey.end()) {
            case LOOP -> "loop";
            case OUTSIDE -> told(hops, "out");
            case PAGE, GONE, MISSING, NOTHING_HERE ->
                told(
                        hops,
                        String.valueOf(
                                journey.hops().get(journey.hops().size() - 1).status()));
        };
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

    private static String told(List<String> hops, String end) {
        return String.join("; ", hops) + " / " + end;
    }
}
