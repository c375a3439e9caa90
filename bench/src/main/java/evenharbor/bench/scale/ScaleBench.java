package evenharbor.bench.scale;

import evenharbor.bench.HarborClient;
import evenharbor.bench.Row;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What very many sites cost. Arguments: the harbor's folder, the ports of application, visitors and database; then, to measure
 * only that and with few sites, "overview" or "changes".
 */
public final class ScaleBench {

    private static final int MANY = 10_000;
    private static final int FEWER = 1_000;
    private static final int OF_ONE_ACCOUNT = 300;
    private static final int CHANGES_A_SECOND = 50;
    private static final int SECONDS_OF_CHANGES = 20;
    private static final long BETWEEN_LOOKS_MILLIS = 100;
    private static final long LONGEST_WAIT = TimeUnit.SECONDS.toNanos(10);
    private static final Pattern STATEMENTS = Pattern.compile("desc=\"(\\d+) statement");

    private final Path home;
    private final int appPort;
    private final int visitorPort;
    private final HttpClient http = HttpClient.newHttpClient();
    private final List<Row> rows = new ArrayList<>();

    private ScaleBench(Path home, int appPort, int visitorPort) {
        this.home = home;
        this.appPort = appPort;
        this.visitorPort = visitorPort;
    }

    /** The entry point. Ends with 1 when a limit is missed. */
    public static void main(String[] arguments) throws Exception {
        ScaleBench bench =
                new ScaleBench(Path.of(arguments[0]), Integer.parseInt(arguments[1]), Integer.parseInt(arguments[2]));
        bench.run(arguments.length > 4 ? arguments[4] : "");
        bench.rows.forEach(System.out::println);
        long missed = bench.rows.stream().filter(row -> !row.kept()).count();
        System.out.println(missed == 0 ? "All limits are kept." : missed + " missed.");
        System.exit(missed == 0 ? 0 : 1);
    }

    private void run(String only) throws Exception {
        HarborClient template = new HarborClient("http://localhost:" + appPort, visitorPort);
        String site = template.site("Template");
        template.putText(site, "index.html", "<!doctype html><title>One of many</title><p>here");
        template.putText(site, "style.css", "p { color: teal }");
        template.claim(site, "template");
        template.publish(site);
        HarborClient owner = new HarborClient("http://localhost:" + appPort, visitorPort);
        MadeSites sites = new MadeSites(home, site);
        String account = sites.one("select account_id from person where email = '" + owner.email() + "'");
        stopHarbor();
        if (!only.isEmpty()) {
            sites.make(1, OF_ONE_ACCOUNT, account);
            few(only, owner);
            return;
        }

        Node empty = Node.start(home, 0);
        double emptyStart = empty.firstVisit("template.harbor.localhost");
        long emptyHeap = empty.heap();
        empty.stop();

        sites.make(1, OF_ONE_ACCOUNT, account);
        sites.make(OF_ONE_ACCOUNT + 1, FEWER, sites.one("select account_id from site where id = '" + site + "'"));
        Node fewer = Node.start(home, 0);
        double fewerStart = fewer.firstVisit("n9-of-" + FEWER + ".harbor.localhost");
        long fewerHeap = fewer.heap();
        overview(owner, fewer, "1,000");
        fewer.stop();

        sites.make(FEWER + 1, MANY, sites.one("select account_id from site where id = '" + site + "'"));
        Node many = Node.start(home, 0);
        double manyStart = many.firstVisit("n9-of-" + MANY + ".harbor.localhost");
        long manyHeap = many.heap();
        double names = (double) MANY * MadeSites.NAMES;
        rows.add(Row.atMost(
                "start to the first visitor, 10,000 sites",
                manyStart,
                15,
                "s",
                "100,000 names; without sites " + emptyStart));
        rows.add(Row.atMost("heap of a name", (manyHeap - emptyHeap) / names / 1024, 2, "KB", "beyond contents"));
        double perSiteFewer = (fewerStart - emptyStart) / FEWER;
        double perSiteMany = (manyStart - emptyStart) / MANY;
        rows.add(Row.atMost(
                "start of a site at 10,000 against at 1,000",
                perSiteMany / Math.max(perSiteFewer, 1e-6),
                1.25,
                "x",
                String.format("%.2f ms against %.2f ms", perSiteMany * 1e3, perSiteFewer * 1e3)));
        rows.add(Row.atMost(
                "heap of a site at 10,000 against at 1,000",
                ((manyHeap - emptyHeap) / (double) MANY) / ((fewerHeap - emptyHeap) / (double) FEWER),
                1.25,
                "x",
                ""));
        overview(owner, many, "10,000");
        idle(many, sites);
        Node second = Node.start(home, 100);
        second.firstVisit("n9-of-" + MANY + ".harbor.localhost");
        changes(owner, many, second);
        second.stop();
        many.stop();
    }

    private void few(String only, HarborClient owner) throws Exception {
        Node here = Node.start(home, 0);
        here.firstVisit("n9-of-" + OF_ONE_ACCOUNT + ".harbor.localhost");
        if (only.equals("overview")) {
            overview(owner, here, OF_ONE_ACCOUNT + "");
        } else {
            Node there = Node.start(home, 100);
            there.firstVisit("n9-of-" + OF_ONE_ACCOUNT + ".harbor.localhost");
            changes(owner, here, there);
            there.stop();
        }
        here.stop();
    }

    /** Ends the application; its database goes on. */
    private void stopHarbor() throws Exception {
        new ProcessBuilder(
                        "sh",
                        "-c",
                        "kill $(cat '" + home + "/app.pid') && while kill -0 $(cat '" + home
                                + "/app.pid') 2>/dev/null; do sleep 0.2; done")
                .inheritIO()
                .start()
                .waitFor();
    }

    /** All sites of an account, with a session of its own: the median of several. */
    private void overview(HarborClient owner, Node node, String of) throws IOException {
        HarborClient.Signed person = owner.signIn(node.origin());
        double[] millis = new double[25];
        int statements = Integer.MAX_VALUE;
        for (int i = 0; i < millis.length; i++) {
            long begun = System.nanoTime();
            HttpResponse<byte[]> answer = person.get("/api/sites");
            millis[i] = (System.nanoTime() - begun) / 1e6;
            Matcher said = STATEMENTS.matcher(
                    answer.headers().firstValue("Server-Timing").orElse(""));
            if (said.find()) {
                statements = Math.min(statements, Integer.parseInt(said.group(1)));
            }
        }
        double[] warm = Arrays.copyOfRange(millis, 5, millis.length);
        Arrays.sort(warm);
        rows.add(Row.atMost(
                "overview of 300 sites, of " + of,
                warm[warm.length / 2],
                150,
                "ms",
                "cold " + Math.round(millis[0]) + " ms"));
        rows.add(Row.atMost("overview of 300 sites: statements", statements, 12, "", "of " + of));
    }

    /** What a harbor asks of its database while nobody is there. */
    private void idle(Node node, MadeSites sites) throws Exception {
        TimeUnit.SECONDS.sleep(20);
        long before = questions(sites);
        double cpu = node.cpuSeconds();
        TimeUnit.SECONDS.sleep(20);
        rows.add(Row.atMost("queries while nobody is there", (questions(sites) - before - 1) / 20.0, 5, "/s", ""));
        rows.add(Row.atMost(
                "processor while nobody is there", (node.cpuSeconds() - cpu) / 20 * 100, 1, "%", "of one core"));
    }

    private static long questions(MadeSites sites) throws IOException {
        return Long.parseLong(sites.sql("show global status like 'Questions'").split("\\s+")[1]);
    }

    /** Sites are taken down at one node and put live again, fifty times a second; visitors ask the other. */
    private void changes(HarborClient owner, Node here, Node there) throws Exception {
        HarborClient.Signed person = owner.signIn(here.origin());
        List<Double> seen = Collections.synchronizedList(new ArrayList<>());
        AtomicLong lastAcknowledged = new AtomicLong();
        ExecutorService askers = Executors.newFixedThreadPool(64);
        int total = CHANGES_A_SECOND * SECONDS_OF_CHANGES;
        long begun = System.nanoTime();
        for (int i = 0; i < total; i++) {
            // Every site comes round again once all others did.
            int number = 1 + i % OF_ONE_ACCOUNT;
            boolean down = i / OF_ONE_ACCOUNT % 2 == 0;
            long wait = begun + TimeUnit.SECONDS.toNanos(i) / CHANGES_A_SECOND - System.nanoTime();
            if (wait > 0) {
                TimeUnit.NANOSECONDS.sleep(wait);
            }
            askers.execute(() -> {
                try {
                    person.put("/api/sites/" + String.format("s%011d", number) + "/live", "{\"live\": " + !down + "}");
                    long acknowledged = System.nanoTime();
                    lastAcknowledged.accumulateAndGet(acknowledged, Math::max);
                    while ((visit(there, number) == 200) == down && System.nanoTime() - acknowledged < LONGEST_WAIT) {
                        Thread.sleep(BETWEEN_LOOKS_MILLIS);
                    }
                    seen.add((System.nanoTime() - acknowledged) / 1e9);
                } catch (IOException | InterruptedException e) {
                    seen.add(Double.POSITIVE_INFINITY);
                }
            });
        }
        askers.shutdown();
        askers.awaitTermination(2, TimeUnit.MINUTES);
        List<Double> sorted = seen.stream().sorted().toList();
        rows.add(Row.atMost(
                "1,000 changes are acknowledged, asked for in 20 s",
                (lastAcknowledged.get() - begun) / 1e9,
                SECONDS_OF_CHANGES + 1,
                "s",
                ""));
        rows.add(Row.atMost(
                "a change is seen at another node, slowest of 99 %",
                sorted.get((int) (sorted.size() * 0.99) - 1),
                1,
                "s",
                String.format("median %.2f s of %d", sorted.get(sorted.size() / 2), sorted.size())));
    }

    private int visit(Node node, int site) throws IOException {
        try {
            return http.send(
                            HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + node.visitors() + "/"))
                                    .header("Host", "n0-of-" + site + ".harbor.localhost")
                                    .timeout(Duration.ofSeconds(5))
                                    .build(),
                            HttpResponse.BodyHandlers.discarding())
                    .statusCode();
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }
}
