package evenharbor.bench;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.VerboseMode;

/** A decision for a visitor, against plain look-ups of the same names and paths in a {@link HashMap}. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(value = 1, jvmArgsAppend = "-XX:+UseTransparentHugePages") // as the application is started
public class RoutesBench {

    private static final int REQUESTS = 1 << 14;

    /** How many host names there are. */
    @Param({"100", "10000"})
    public int hosts;

    private Routes routes;
    private Routes mounted;
    private Map<String, SiteRoutes> hostsAlone;
    private Map<String, Map<String, FileEntry>> hostsAndPaths;
    private VisitorRequest[] requests;
    private int next;

    /** Makes the routes and requests in a random order. */
    @Setup
    public void setUp() {
        Random random = new Random(1);
        Map<String, SiteRoutes> byHost = new HashMap<>();
        String[] names = new String[hosts];
        for (int i = 0; i < hosts; i++) {
            names[i] = "site-" + Integer.toString(random.nextInt(), 36) + i + ".harbor.localhost";
            byHost.put(names[i], SiteRoutes.of(manifest(i), new SiteRoutes.ServingOptions(false, true)));
        }
        routes = Routes.ofSites(byHost);
        // A site at each name, and another under a path of it.
        Map<String, HostRoutes> mounts = new HashMap<>();
        SiteRoutes spring = SiteRoutes.of(manifest(hosts), new SiteRoutes.ServingOptions(false, true, "", "/spring"));
        byHost.forEach((name, site) -> mounts.put(name, HostRoutes.of(Map.of("/", site, "/spring/", spring))));
        mounted = Routes.of(mounts);
        hostsAlone = new HashMap<>(byHost);
        hostsAndPaths = new HashMap<>();
        for (int i = 0; i < hosts; i++) {
            Map<String, FileEntry> pages = new HashMap<>();
            manifest(i).files().forEach((path, file) -> pages.put(("/" + path).intern(), file));
            hostsAndPaths.put(names[i], pages);
        }
        // A path that was just read lies near the processor, other than the names of ten thousand hosts.
        String[] paths = new String[10];
        for (int i = 0; i < paths.length; i++) {
            paths[i] = new String(("/p" + i + ".html").toCharArray());
        }
        requests = new VisitorRequest[REQUESTS];
        for (int i = 0; i < REQUESTS; i++) {
            // As in real requests the names are equal to the keys, not the same strings.
            String host = new String(names[random.nextInt(hosts)].toCharArray());
            requests[i] = new VisitorRequest(host, paths[random.nextInt(paths.length)], "", 0);
        }
    }

    private static Manifest manifest(int site) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < 10; i++) {
            files.put(
                    "p" + i + ".html", new FileEntry(String.format("%064x", site * 10 + i), 10_000, "text/html", true));
        }
        return Manifest.of(files);
    }

    private VisitorRequest request() {
        next = (next + 1) & (REQUESTS - 1);
        return requests[next];
    }

    /** The decision: host name and path. */
    @Benchmark
    public Decision decide() {
        return routes.decide(request());
    }

    /** The same with a second site under a path of each name. */
    @Benchmark
    public Decision decideMounted() {
        return mounted.decide(request());
    }

    /** What it is held against: plain look-ups of the same keys, the host name and then the path. */
    @Benchmark
    public FileEntry lookUp() {
        VisitorRequest request = request();
        return hostsAndPaths.get(request.host()).get(request.path());
    }

    /** Half of it: the host name alone. */
    @Benchmark
    public SiteRoutes lookUpHost() {
        return hostsAlone.get(request().host());
    }

    static List<Row> run() throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(RoutesBench.class.getSimpleName())
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        Map<String, Double> scores = new HashMap<>();
        results.forEach(r -> scores.put(
                r.getPrimaryResult().getLabel() + r.getParams().getParam("hosts"),
                r.getPrimaryResult().getScore()));
        double decide = scores.get("decide10000");
        double small = scores.get("decide100");
        double lookUp = scores.get("lookUp10000");
        double host = scores.get("lookUpHost10000");
        double mounts = scores.get("decideMounted10000");
        // A map with more names misses the processor's caches more often, whatever is done with it.
        double growth = (decide / small) / (lookUp / scores.get("lookUp100"));
        return List.of(
                Row.atMost(
                        "Routes.decide / HashMaps by host name and path, 10,000",
                        decide / lookUp,
                        2,
                        "x",
                        String.format("%.0f ns / %.0f ns", decide, lookUp)),
                Row.atMost(
                        "Routes.decide / HashMap by host name alone, 10,000",
                        decide / host,
                        2,
                        "x",
                        String.format("%.0f ns / %.0f ns", decide, host)),
                Row.atMost(
                        "the same with a path under each name",
                        (mounts / scores.get("decideMounted100")) / (lookUp / scores.get("lookUp100")),
                        1.5,
                        "x",
                        String.format("%.0f ns -> %.0f ns", scores.get("decideMounted100"), mounts)),
                Row.atMost(
                        "Routes.decide, growth 100 -> 10,000 / that of the maps",
                        growth,
                        1.5,
                        "x",
                        String.format("%.0f ns -> %.0f ns", small, decide)));
    }
}
