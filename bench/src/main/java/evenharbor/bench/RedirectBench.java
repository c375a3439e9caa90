package evenharbor.bench;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectFindings;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.visit.LikelyPages;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
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

/** Decisions with few and many redirects, and what makes no sense in a large set. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class RedirectBench {

    private static final int REQUESTS = 1 << 14;
    private static final String HOST = "bench.harbor.localhost";

    /** How many redirects the site has: of twenty, eighteen for one path, one for a folder, one a pattern. */
    @Param({"10", "50000"})
    public int rules;

    private Routes routes;
    private VisitorRequest[] requests;
    private int next;

    /** Makes a site, its redirects, and requests in a random order: half are redirected, a quarter finds nothing. */
    @Setup
    public void setUp() {
        Random random = new Random(3);
        Manifest pages = pages(100);
        routes = Routes.ofSites(Map.of(
                HOST,
                SiteRoutes.of(
                        "bench",
                        pages,
                        new SiteRoutes.ServingOptions(false, true),
                        Redirects.of(rules(rules, random)))));
        requests = new VisitorRequest[REQUESTS];
        for (int i = 0; i < REQUESTS; i++) {
            int rule = random.nextInt(rules);
            String path = switch (i % 4) {
                case 0 -> "/pages/p" + random.nextInt(100) + ".html";
                case 1 -> "/nothing/" + random.nextInt() + "/here.html";
                default -> asked(rule);
            };
            requests[i] = new VisitorRequest(HOST, path, i % 8 == 3 ? "from=card" : "", 1_790_000_000L);
        }
    }

    static List<Redirect> rules(int count, Random random) {
        List<Redirect> rules = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String page = "/pages/p" + random.nextInt(100) + ".html";
            Source source = switch (i % 20) {
                case 7 -> Source.under("/folder" + i);
                case 9 -> Source.pattern("/list" + i + "/{n}-{slug}.html");
                default -> Source.exact("/archive/" + i % 100 + "/old-page-" + i + ".html");
            };
            rules.add(Redirect.of("r" + i, source, page));
        }
        return rules;
    }

    private static String asked(int rule) {
        return switch (rule % 20) {
            case 7 -> "/folder" + rule + "/deep/page.html";
            case 9 -> "/list" + rule + "/12-spring-course.html";
            default -> "/archive/" + rule % 100 + "/old-page-" + rule + ".html";
        };
    }

    static Manifest pages(int count) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < count; i++) {
            files.put("pages/p" + i + ".html", new FileEntry(String.format("%064x", i), 10_000, "text/html", true));
        }
        return Manifest.of(files);
    }

    /** The decision for a visitor. */
    @Benchmark
    public Decision decide() {
        next = (next + 1) & (REQUESTS - 1);
        return routes.decide(requests[next]);
    }

    static List<Row> run() throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(RedirectBench.class.getSimpleName())
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        Map<String, Double> scores = new HashMap<>();
        results.forEach(r ->
                scores.put(r.getParams().getParam("rules"), r.getPrimaryResult().getScore()));
        double few = scores.get("10");
        double many = scores.get("50000");
        return List.of(
                Row.atMost(
                        "a decision with 50,000 redirects / with 10",
                        many / few,
                        3,
                        "x",
                        String.format("%.0f ns / %.0f ns", many, few)),
                Row.atMost(
                        "a decision with 50,000 redirects", many / 1000, 2, "us", "half redirected, a quarter missing"),
                findings());
    }

    /** Of ten thousand rules every tenth has a finding. */
    private static Row findings() {
        Random random = new Random(5);
        List<Redirect> rules = new ArrayList<>(rules(9_000, random));
        for (int i = 0; i < 1_000; i++) {
            String target = switch (i % 3) {
                case 0 -> "/archive/0/old-page-0.html";
                case 1 -> "/pages/missing-" + i + ".html";
                default -> "/ring/" + (i + 3);
            };
            rules.add(Redirect.of("f" + i, Source.exact("/ring/" + i), target));
        }
        Manifest pages = pages(5_000);
        SiteFacts facts = new SiteFacts(
                SiteFacts.paths(pages),
                SiteFacts.paths(pages),
                url -> SiteFacts.Place.OUTSIDE,
                LikelyPages.of(pages.files().keySet().stream().collect(Collectors.toMap(p -> "/" + p, p -> ""))));
        double[] rounds = new double[9];
        int found = 0;
        for (int i = 0; i < rounds.length; i++) {
            long start = System.nanoTime();
            found = RedirectFindings.of(Redirects.of(rules), facts).size();
            rounds[i] = (System.nanoTime() - start) / 1e6;
        }
        double first = rounds[0];
        Arrays.sort(rounds);
        return Row.atMost(
                "findings of 10,000 redirects on 5,000 pages",
                rounds[rounds.length / 2],
                500,
                "ms",
                String.format("median of 9, compiling the set included; the first %.0f; %d found", first, found));
    }
}
