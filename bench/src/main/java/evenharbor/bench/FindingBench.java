package evenharbor.bench;

import evenharbor.core.what.finding.PageFacts;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.finding.Surroundings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jsoup.parser.Parser;

/** The findings of a site of 10,000 pages, against parsing its pages once; and again after ten of them changed. */
final class FindingBench {

    private static final int PAGES = 10_000;
    private static final int LINKS = 40;
    private static final int ROUNDS = 7;
    private static final int CHANGES = 10;

    private FindingBench() {}

    static List<Row> run() {
        Map<String, String> texts = new TreeMap<>();
        for (int i = 0; i < PAGES; i++) {
            texts.put(path(i), page(i, 0));
        }
        texts.put("index.html", page(0, 0));
        Manifest files = manifest(texts);
        Surroundings around = new Surroundings(Set.of("a.example"), path -> Optional.empty(), path -> Optional.empty());
        double[] ratios = new double[ROUNDS];
        double[] again = new double[ROUNDS];
        int found = 0;
        for (int round = -2; round < ROUNDS; round++) {
            long start = System.nanoTime();
            int elements = 0;
            for (String text : texts.values()) {
                elements += Parser.htmlParser().parseInput(text, "").childNodeSize();
            }
            long parsed = System.nanoTime() - start;
            start = System.nanoTime();
            SiteFindings findings = SiteFindings.of(files, around, file -> facts(file, texts));
            long judged = System.nanoTime() - start;
            found = findings.all().size() + Math.min(0, elements);

            Map<String, String> changed = new HashMap<>(texts);
            for (int i = 0; i < CHANGES; i++) {
                int at = (round + 3) * 700 + i * 31;
                changed.put(path(at), page(at, 1));
            }
            Manifest next = manifest(changed);
            start = System.nanoTime();
            SiteFindings after = findings.after(next, file -> facts(file, changed));
            double millis = (System.nanoTime() - start) / 1e6;
            if (after.all().size() != found + CHANGES) {
                throw new IllegalStateException("Expected " + CHANGES + " more than " + found + ", not "
                        + after.all().size());
            }
            if (round >= 0) {
                ratios[round] = (double) judged / parsed;
                again[round] = millis;
            }
        }
        Arrays.sort(ratios);
        Arrays.sort(again);
        return List.of(
                Row.atMost(
                        "findings of 10,000 pages, of parsing them once",
                        ratios[ROUNDS / 2],
                        1.5,
                        "x",
                        "median of " + ROUNDS + ", " + found + " found"),
                Row.atMost(
                        "findings after ten of 10,000 changed", again[ROUNDS / 2], 200, "ms", "median of " + ROUNDS));
    }

    private static Optional<PageFacts> facts(Map.Entry<String, FileEntry> file, Map<String, String> texts) {
        return Optional.of(SiteFindings.facts(file.getKey(), texts.get(file.getKey())));
    }

    private static String path(int i) {
        return String.format("folder%03d/page%05d.html", i % 500, i);
    }

    private static Manifest manifest(Map<String, String> texts) {
        Map<String, FileEntry> files = new HashMap<>();
        texts.forEach((path, text) -> files.put(
                path,
                new FileEntry(
                        String.format("%064x", 31L * text.hashCode() + path.hashCode()),
                        text.length(),
                        "text/html",
                        true)));
        return Manifest.of(files);
    }

    /** A page of some 10 KB; one in ten has something that is not right, and an edited one something more. */
    private static String page(int i, int edit) {
        StringBuilder out = new StringBuilder(
                        "<!doctype html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<title>Page ")
                .append(i)
                .append(
                        "</title>\n<meta name=\"viewport\" content=\"width=device-width\">\n<meta name=\"description\" content=\"What ")
                .append(i)
                .append(" is about\">\n</head>\n<body>\n<h1>Page ")
                .append(i)
                .append("</h1>\n<ul>\n");
        for (int link = 1; link <= LINKS; link++) {
            int to = (i * 7 + link * 131) % PAGES;
            out.append("<li><a href=\"../")
                    .append(path(to))
                    .append("#part-")
                    .append(link % 8)
                    .append("\">To ")
                    .append(to)
                    .append("</a></li>\n");
        }
        out.append("</ul>\n");
        for (int part = 0; part < 8; part++) {
            out.append("<section id=\"part-")
                    .append(part)
                    .append("\">\n<h2>Part ")
                    .append(part)
                    .append("</h2>\n");
            for (int p = 0; p < 4; p++) {
                out.append("<p class=\"words\">Some words of <em>page</em> ")
                        .append(i)
                        .append(" and its <strong>part</strong> ");
                out.append("that go on for a while, so that it is as long as pages are. ".repeat(2))
                        .append("</p>\n");
            }
            out.append("</section>\n");
        }
        if (i % 10 == 0) {
            out.append("<a href=\"/gone/").append(i).append("\">gone</a>\n");
        }
        if (edit > 0) {
            out.append("<a href=\"/edited/").append(i).append("\">edited</a>\n");
        }
        return out.append("</body>\n</html>\n").toString();
    }
}
