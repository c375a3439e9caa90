package evenharbor.bench;

import com.sun.net.httpserver.HttpServer;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.edge.Edge;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;

/**
 * Holds the findings of folders of real pages against a link checker of another make, which walks through them as the edge
 * serves them: what is not there for the one must not be there for the other, as far as it came.
 */
public final class LinkJudge {

    private static final Set<FindingKind> BROKEN =
            EnumSet.of(FindingKind.LINK_BROKEN, FindingKind.FILE_MISSING, FindingKind.LETTER_CASE);
    private static final int SHOWN = 25;
    private static final int PAGES_SHOWN = 3;
    private static final int CHECKERS = 4;

    private LinkJudge() {}

    /** Arguments: a folder to work in, then folders of pages, or "odd" for made-up ones. Ends with 1 when something differs. */
    public static void main(String[] arguments) throws Exception {
        Path work = Files.createDirectories(Path.of(arguments[0]));
        boolean agreed = true;
        for (String folder : List.of(arguments).subList(1, arguments.length)) {
            agreed &= judge(folder.equals("odd") ? OddSite.in(work.resolve("odd")) : Path.of(folder), work);
        }
        System.exit(agreed ? 0 : 1);
    }

    private static boolean judge(Path folder, Path work) throws Exception {
        RealPages site = RealPages.in(folder, work);
        long start = System.nanoTime();
        SiteFindings findings = site.findings();
        double seconds = (System.nanoTime() - start) / 1e9;
        Map<String, Set<String>> ours = new TreeMap<>();
        findings.all().stream()
                .filter(finding -> BROKEN.contains(finding.kind()))
                .forEach(finding -> target(finding.path(), site.base(finding.path()), finding.subject())
                        .ifPresent(target -> ours.computeIfAbsent(target, key -> new TreeSet<>())
                                .add(finding.path())));
        Edge edge = VisitorsBench.edge(site.blobs());
        edge.exchange(routes -> Routes.ofSites(
                Map.of("localhost", SiteRoutes.of(site.files(), new SiteRoutes.ServingOptions(false, true)))));
        edge.start();
        Set<String> seen = new TreeSet<>();
        Set<String> theirs = new TreeSet<>();
        HttpServer hurrying = hurrying(edge.port());
        try {
            checked(hurrying.getAddress().getPort(), work, seen, theirs);
        } finally {
            hurrying.stop(0);
            edge.stop();
        }
        Set<String> ofSeen = new TreeSet<>();
        ours.forEach((target, pages) -> {
            if (pages.stream().anyMatch(seen::contains)) {
                ofSeen.add(target);
            }
        });
        Set<String> onlyOurs = new TreeSet<>(ofSeen);
        onlyOurs.removeAll(theirs);
        Set<String> onlyTheirs = new TreeSet<>(theirs);
        onlyTheirs.removeAll(ours.keySet());
        System.out.printf(
                "%s: %d pages judged in %.1f s, %d findings; links lead to %d paths that are not there, %d of them from the %d"
                        + " pages that the checker came to: it found %d, both %d%n",
                folder,
                findings.weights().size(),
                seconds,
                findings.all().size(),
                ours.size(),
                ofSeen.size(),
                seen.size(),
                theirs.size(),
                ofSeen.size() - onlyOurs.size());
        findings.all().stream()
                .collect(Collectors.groupingBy(Finding::kind, Collectors.counting()))
                .forEach((kind, count) -> System.out.printf("  %6d %s%n", count, kind));
        onlyOurs.stream()
                .limit(SHOWN)
                .forEach(path -> System.out.println("  only ours: " + path + " on "
                        + ours.get(path).stream().limit(PAGES_SHOWN).toList()));
        onlyTheirs.stream().limit(SHOWN).forEach(path -> System.out.println("  only the checker's: " + path));
        return onlyOurs.isEmpty() && onlyTheirs.isEmpty();
    }

    /** The edge with a field that lets the checker ask as fast as it is set to: a few times a second else. */
    private static HttpServer hurrying(int edge) throws IOException {
        HttpClient client = HttpClient.newHttpClient();
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newFixedThreadPool(CHECKERS, task -> {
            Thread thread = new Thread(task);
            thread.setDaemon(true);
            return thread;
        }));
        server.createContext("/", exchange -> {
            HttpRequest request = HttpRequest.newBuilder(
                            URI.create("http://localhost:" + edge + exchange.getRequestURI()))
                    .method(exchange.getRequestMethod(), HttpRequest.BodyPublishers.noBody())
                    .build();
            try (exchange) {
                HttpResponse<byte[]> answer = client.send(request, HttpResponse.BodyHandlers.ofByteArray());
                for (String field : List.of("Content-Type", "Location")) {
                    answer.headers()
                            .firstValue(field)
                            .ifPresent(value -> exchange.getResponseHeaders().set(field, value));
                }
                exchange.getResponseHeaders().set("LinkChecker", "1");
                boolean body =
                        answer.body().length > 0 && !exchange.getRequestMethod().equals("HEAD");
                exchange.sendResponseHeaders(answer.statusCode(), body ? answer.body().length : -1);
                if (body) {
                    exchange.getResponseBody().write(answer.body());
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        server.start();
        return server;
    }

    /** The checker tells of each URL once, with the first page that it saw it on: what both have is where links lead. */
    private static void checked(int port, Path work, Set<String> seen, Set<String> broken)
            throws IOException, InterruptedException {
        Path told = work.resolve("links.csv");
        Files.deleteIfExists(told);
        String origin = "http://localhost:" + port;
        Path settings = Files.writeString(
                work.resolve("linkchecker.conf"), "[checking]\nmaxrequestspersecond=500\nmaxfilesizeparse=100000000\n");
        Process checker = new ProcessBuilder(
                        "linkchecker",
                        "--config=" + settings,
                        "--verbose",
                        "--no-warnings",
                        "--no-robots",
                        "--no-status",
                        "--threads=" + CHECKERS,
                        "--output=csv/utf-8",
                        origin + "/")
                .redirectOutput(told.toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        checker.waitFor();
        String lines = Files.readAllLines(told).stream()
                .filter(line -> !line.startsWith("#"))
                .collect(Collectors.joining("\n"));
        try (CsvReader<NamedCsvRecord> rows = CsvReader.builder()
                .fieldSeparator(';')
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofNamedCsvRecord(lines)) {
            for (NamedCsvRecord row : rows) {
                String url = row.getField("url");
                if (url.startsWith(origin)) {
                    String path = path(url);
                    (row.getField("valid").equals("True") ? seen : broken)
                            .add(path.endsWith("/") ? path + "index.html" : path);
                }
            }
        }
    }

    /** Where a link of a page leads within the site; empty when a library of another make cannot tell. */
    private static Optional<String> target(String page, String base, String url) {
        try {
            String from =
                    new URI("http", "localhost", "/" + page, null).resolve(base).toString();
            String path = path(URI.create(from)
                    .resolve(url.strip().replace(" ", "%20"))
                    .normalize()
                    // Nothing lies above the top (RFC 3986, section 5.2.4), which that method does not know.
                    .toString()
                    .replaceFirst("(//[^/]*)(/\\.\\.)+", "$1"));
            return Optional.of(path.endsWith("/") ? path + "index.html" : path);
        } catch (URISyntaxException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** Decoded, without the slash it begins with. */
    private static String path(String url) {
        String path = URLDecoder.decode(URI.create(url).getRawPath().replace("+", "%2B"), StandardCharsets.UTF_8);
        return path.isEmpty() ? "/" : path.substring(1);
    }
}
