package evenharbor.bench;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What it costs to ask for a pass: the same page for everyone, and for who carries one. */
final class PassBench {

    private static final int ROUNDS = 7;
    private static final String OPEN = "open.harbor.localhost";
    private static final String CLOSED = "some.harbor.localhost";

    private PassBench() {}

    static List<Row> run(Path folder) throws Exception {
        byte[] page = VisitorsBench.page();
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(folder));
        Manifest build =
                Manifest.of(Map.of("index.html", new FileEntry(blobs.put(page), page.length, "text/html", true)));
        Passes passes = new Passes(new byte[32]);
        Edge edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 64 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                Door.of(passes),
                Clock.systemUTC());
        Guard guard = new Guard("members", 1, new Audience.Named(Set.of("ada@x.example", "bob@x.example")));
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, true);
        edge.exchange(routes -> Routes.ofSites(Map.of(
                OPEN,
                SiteRoutes.of("open", build, options, Redirects.NONE),
                CLOSED,
                SiteRoutes.of("some", build, options, Redirects.NONE).guarded(AudienceRules.of(Map.of("/", guard))))));
        edge.start();
        String url = "http://127.0.0.1:" + edge.port() + "/";
        String cookie = "Cookie: harbor-pass-members=" + passes.issue(CLOSED, guard, "ada@x.example", Instant.now());
        try {
            // The pass of the open page is as long: what is measured is looking at it, not sending it.
            VisitorsBench.wrkAny(url, 5, "-H", "Host: " + CLOSED, "-H", cookie);
            double[] ratios = new double[ROUNDS];
            for (int i = 0; i < ROUNDS; i++) {
                double open = i % 2 == 0 ? rate(url, OPEN, cookie) : 0;
                double closed = rate(url, CLOSED, cookie);
                ratios[i] = closed / (i % 2 == 0 ? open : rate(url, OPEN, cookie));
            }
            Arrays.sort(ratios);
            return List.of(Row.atLeast(
                    "requests per second, with a pass / open",
                    ratios[ROUNDS / 2],
                    0.8,
                    "x",
                    String.format("median of %d, %.2f to %.2f", ROUNDS, ratios[0], ratios[ROUNDS - 1])));
        } finally {
            edge.stop();
        }
    }

    private static double rate(String url, String host, String cookie) throws Exception {
        return VisitorsBench.wrkAny(url, 3, "-H", "Host: " + host, "-H", cookie);
    }
}
