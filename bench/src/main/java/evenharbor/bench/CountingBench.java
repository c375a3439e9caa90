package evenharbor.bench;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.visit.VisitCounter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/** What counting costs the edge, and what others notice when a scanner asks one site for ever new paths. */
final class CountingBench {

    private static final int ROUNDS = 15;
    private static final String HOST = "Host: bench.harbor.localhost";
    private static final String OTHER = "Host: other.harbor.localhost";

    /** Of the same length as the name under which nothing is counted. */
    private static final String COUNTED = "x".repeat(VisitCounter.CHECKING_AGENT.length());

    private CountingBench() {}

    static List<Row> run(Path folder) throws Exception {
        byte[] page = VisitorsBench.page();
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(folder));
        Manifest build =
                Manifest.of(Map.of("index.html", new FileEntry(blobs.put(page), page.length, "text/html", true)));
        Edge edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 64 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                Door.of(new Passes(new byte[32])),
                Clock.systemUTC());
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, true);
        Redirects rules = Redirects.of(RedirectBench.rules(1_000, new Random(2)));
        edge.exchange(routes -> Routes.ofSites(Map.of(
                "bench.harbor.localhost",
                SiteRoutes.of("bench", build, options, rules),
                "other.harbor.localhost",
                SiteRoutes.of("other", build, options, Redirects.NONE))));
        edge.start();
        String origin = "http://127.0.0.1:" + edge.port();
        try {
            return List.of(
                    counting("pages", origin + "/"),
                    counting("redirects", origin + "/archive/0/old-page-0.html"),
                    counting("misses", origin + "/nothing/here.html"),
                    flood(edge, origin, folder));
        } finally {
            edge.stop();
        }
    }

    private interface Rate {
        double measure() throws Exception;
    }

    /** The ratio of two rates, measured side by side, each first in every other round. */
    private static double[] ratios(Rate one, Rate other) throws Exception {
        double[] ratios = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double before = i % 2 == 0 ? one.measure() : other.measure();
            double after = i % 2 == 0 ? other.measure() : one.measure();
            ratios[i] = i % 2 == 0 ? before / after : after / before;
        }
        Arrays.sort(ratios);
        return ratios;
    }

    private static String spread(double[] ratios) {
        return String.format("median of %d, %.2f to %.2f", ROUNDS, ratios[0], ratios[ROUNDS - 1]);
    }

    private static Row counting(String what, String url) throws Exception {
        VisitorsBench.wrkAny(url, 5, "-H", HOST, "-H", "User-Agent: " + COUNTED);
        double[] ratios = ratios(
                () -> VisitorsBench.wrkAny(url, 2, "-H", HOST, "-H", "User-Agent: " + COUNTED),
                () -> VisitorsBench.wrkAny(url, 2, "-H", HOST, "-H", "User-Agent: " + VisitCounter.CHECKING_AGENT));
        return Row.atLeast(
                "requests per second, " + what + " counted / not counted",
                ratios[ROUNDS / 2],
                0.97,
                "x",
                spread(ratios));
    }

    /** Both times the same load beside: of one missing path, and of ever new ones. */
    private static Row flood(Edge edge, String origin, Path folder) throws Exception {
        Path one = script(folder, "one", "\"/nothing\"");
        Path many = script(folder, "many", "fresh");
        beside(many, origin);
        double[] ratios = ratios(
                () -> {
                    edge.visits().take();
                    return beside(many, origin);
                },
                () -> {
                    edge.visits().take();
                    return beside(one, origin);
                });
        return Row.atLeast(
                "others' pages beside a scanner of new paths / of one path",
                ratios[ROUNDS / 2],
                0.9,
                "x",
                spread(ratios));
    }

    private static Path script(Path folder, String name, String path) throws IOException {
        return Files.writeString(
                folder.resolve(name + ".lua"), "request = function() return wrk.format(\"GET\", " + path + ") end\n");
    }

    private static double beside(Path script, String origin) throws Exception {
        Process scanner = new ProcessBuilder(
                        "wrk", "-t1", "-c16", "-d4s", "-s", script.toString(), "-H", HOST, origin + "/")
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        double rate = VisitorsBench.wrkAny(origin + "/", 3, "-H", OTHER);
        scanner.waitFor();
        return rate;
    }
}
