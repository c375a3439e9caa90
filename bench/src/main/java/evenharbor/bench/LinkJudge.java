package evenharbor.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.finding.Surroundings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLConnection;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Holds the findings of folders of real pages against a link checker of another make, which walks through them as the edge
 * serves them: what is not there for the one must not be there for the other, as far as it came.
 */
public final class LinkJudge {

    private static final Set<FindingKind> BROKEN =
            EnumSet.of(FindingKind.LINK_BROKEN, FindingKind.FILE_MISSING, FindingKind.LETTER_CASE);
    private static final int SHOWN = 25;

    private LinkJudge() {}

    /** Arguments: a folder to work in, then folders of pages. Ends with 1 when something differs. */
    public static void main(String[] arguments) throws Exception {
        Path work = Files.createDirectories(Path.of(arguments[0]));
        boolean agreed = true;
        for (String folder : List.of(arguments).subList(1, arguments.length)) {
            agreed &= judge(Path.of(folder), work);
        }
        System.exit(agreed ? 0 : 1);
    }

    private static boolean judge(Path folder, Path work) throws Exception {
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(work.resolve("blobs")));
        Manifest files = files(folder, blobs);
        long start = System.nanoTime();
        SiteFindings findings = SiteFindings.of(
                files,
                Surroundings.NONE,
                file -> text(blobs, file.getValue()).map(text -> SiteFindings.facts(file.getKey(), text)));
        double seconds = (System.nanoTime() - start) / 1e9;
        Map<String, Set<String>> ours = new TreeMap<>();
        findings.all().stream()
                .filter(finding ->
                        BROKEN.contains(finding.kind()) && !finding.path().endsWith(".css"))
                .forEach(finding -> target(finding.path(), finding.subject())
                        .ifPresent(target -> ours.computeIfAbsent(target, key -> new TreeSet<>())
                                .add(finding.path())));
        Edge edge = VisitorsBench.edge(blobs);
        edge.exchange(routes ->
                Routes.ofSites(Map.of("localhost", SiteRoutes.of(files, new SiteRoutes.ServingOptions(false, true)))));
        edge.start();
        Set<String> seen = new TreeSet<>();
        Set<String> theirs = new TreeSet<>();
        try {
            checked(edge.port(), work, seen, theirs);
        } finally {
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
                .forEach(path -> System.out.println("  only ours: " + path + " " + ours.get(path)));
        onlyTheirs.stream().limit(SHOWN).forEach(path -> System.out.println("  only the checker's: " + path));
        return onlyOurs.isEmpty() && onlyTheirs.isEmpty();
    }

    private static Manifest files(Path folder, DirectoryBlobs blobs) throws IOException {
        Map<String, FileEntry> files = new HashMap<>();
        try (Stream<Path> all = Files.walk(folder, FileVisitOption.FOLLOW_LINKS)) {
            for (Path file : (Iterable<Path>) all.filter(Files::isRegularFile)::iterator) {
                byte[] bytes = Files.readAllBytes(file);
                String path = folder.relativize(file).toString();
                files.put(path, new FileEntry(blobs.put(bytes), bytes.length, mediaType(path), utf8(bytes)));
            }
        }
        blobs.settle();
        return Manifest.of(files);
    }

    private static String mediaType(String path) {
        return path.endsWith(".css")
                ? "text/css"
                : Optional.ofNullable(URLConnection.guessContentTypeFromName(path))
                        .orElse("application/octet-stream");
    }

    private static boolean utf8(byte[] bytes) {
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    private static Optional<String> text(DirectoryBlobs blobs, FileEntry file) {
        if (!file.utf8()) {
            return Optional.empty();
        }
        try {
            return Optional.of(new String(blobs.read(file.hash(), Coding.IDENTITY), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The checker tells of each URL once, with the first page that it saw it on: what both have is where links lead. */
    private static void checked(int port, Path work, Set<String> seen, Set<String> broken)
            throws IOException, InterruptedException {
        Path told = work.resolve("links.csv");
        Files.deleteIfExists(told);
        String origin = "http://localhost:" + port;
        Process checker = new ProcessBuilder(
                        "linkchecker",
                        "--config=/dev/null",
                        "--verbose",
                        "--no-warnings",
                        "--no-robots",
                        "--no-status",
                        "--threads=4",
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
    private static Optional<String> target(String page, String url) {
        try {
            String from = new URI("http", "localhost", "/" + page, null).toString();
            String path = path(
                    URI.create(from).resolve(url.strip().replace(" ", "%20")).toString());
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
