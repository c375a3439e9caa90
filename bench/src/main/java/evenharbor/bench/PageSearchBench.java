package evenharbor.bench;

import com.google.common.hash.Hashing;
import evenharbor.app.when.history.PageIndex;
import evenharbor.app.when.history.PageText;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.history.FoundPages;
import evenharbor.core.when.history.VersionFiles;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Words found over all versions of a site, and what it costs to be able to. */
final class PageSearchBench {

    private static final int UPKEEPS = 5;
    private static final Path DOCUMENTATION = Path.of("/usr/share/doc/python3.11/html");

    private PageSearchBench() {}

    /** A page of about 9 KB, a quarter of it words, as on documentation sites. */
    private static String page(Random random) {
        StringBuilder page = new StringBuilder("<!doctype html><html lang=en><head><meta charset=utf-8><title>Page ")
                .append(random.nextInt(1_000))
                .append("</title><link rel=stylesheet href=/static/style.css></head><body class=\"page wide\">");
        for (int link = 0; link < 40; link++) {
            page.append("<li class=\"entry level-2\"><a class=\"internal reference\" href=\"/chapter-")
                    .append(link)
                    .append("/section.html#part-")
                    .append(link)
                    .append("\"><span class=\"name\">Part ")
                    .append(link)
                    .append("</span></a></li>");
        }
        for (int p = 0; p < 12; p++) {
            page.append("<div class=\"section\" id=\"s").append(p).append("\"><p class=\"text first\">");
            for (int w = 0; w < 22; w++) {
                page.append("word")
                        .append((int) Math.abs(random.nextGaussian() * 2_000))
                        .append(' ');
                if (w % 11 == 0) {
                    page.append("<code class=\"literal\"><span class=\"pre\">name</span></code> ");
                }
            }
            page.append("</p><img class=\"figure\" src=\"/img/figure-")
                    .append(p)
                    .append(".svg\" alt=\"\"></div>");
        }
        return page.append("</body></html>").toString();
    }

    /** 200 versions of a site of 1,000 pages, of which each version edits ten. */
    static List<Row> run(Path folder) throws Exception {
        Random random = new Random(7);
        Map<String, Path> texts = new HashMap<>();
        TreeMap<String, FileEntry> site = new TreeMap<>();
        List<VersionFiles> versions = new ArrayList<>();
        Files.createDirectories(folder.resolve("texts"));
        int content = 0;
        for (int version = 1; version <= 200; version++) {
            for (int i = 0; i < (version == 1 ? 1_000 : 10); i++) {
                FileEntry file = MadeFiles.file(content++);
                texts.put(
                        file.hash(),
                        Files.writeString(
                                folder.resolve("texts").resolve(file.hash()),
                                page(random) + (content == 500 ? "<p>the lantern walk along the quay" : "")));
                site.put("page" + (version == 1 ? i : random.nextInt(1_000)) + ".html", file);
            }
            versions.add(new VersionFiles(version, Instant.ofEpochSecond(version), Manifest.of(site)));
        }
        List<String> hashes = List.copyOf(texts.keySet());
        double[] times = new double[1];
        double upkeep = upkeep(
                folder.resolve("generated"),
                texts,
                index -> times[0] = Median.millis(() -> {
                    List<FoundPages.FoundPage> found =
                            FoundPages.of(index.find("lantern walk", hashes, 5_000), versions, Manifest.of(site));
                    if (found.size() != 1) {
                        throw new IllegalStateException("Found " + found.size());
                    }
                }));
        List<Row> rows = new ArrayList<>(List.of(
                Row.atMost(
                        "words found over 200 versions of 1,000 pages",
                        times[0],
                        200,
                        "ms",
                        "median of " + Median.ROUNDS),
                Row.atMost(
                        "its upkeep / reading the new contents once, generated",
                        upkeep,
                        1.3,
                        "x",
                        hashes.size() + " contents, median of " + UPKEEPS)));
        Map<String, Path> real = documentation();
        if (!real.isEmpty()) {
            rows.add(Row.atMost(
                    "its upkeep / reading the new contents once, real",
                    upkeep(folder.resolve("real"), real, index -> {}),
                    1.3,
                    "x",
                    real.size() + " pages of " + DOCUMENTATION + ", median of " + UPKEEPS));
        }
        return rows;
    }

    /** Pages that nobody here wrote, where the system has them. */
    private static Map<String, Path> documentation() throws IOException {
        Map<String, Path> pages = new TreeMap<>();
        if (Files.isDirectory(DOCUMENTATION)) {
            try (Stream<Path> files = Files.walk(DOCUMENTATION)) {
                files.filter(file -> file.toString().endsWith(".html"))
                        .forEach(file -> pages.put(
                                Hashing.sha256()
                                        .hashString(file.toString(), StandardCharsets.UTF_8)
                                        .toString(),
                                file));
            }
        }
        return pages;
    }

    private interface Then {
        void with(PageIndex index) throws Exception;
    }

    /** How much longer it takes to take up contents than to read them. @param then what is done with the last index */
    private static double upkeep(Path folder, Map<String, Path> texts, Then then) throws Exception {
        double[] ratios = new double[UPKEEPS];
        for (int round = -1; round < ratios.length; round++) {
            try (PageIndex index = new PageIndex(Files.createDirectories(folder.resolve("index" + round)))) {
                long start = System.nanoTime();
                for (Path text : texts.values()) {
                    PageText.of(Files.readString(text));
                }
                double read = System.nanoTime() - start;
                start = System.nanoTime();
                for (Map.Entry<String, Path> text : texts.entrySet()) {
                    index.add(text.getKey(), PageText.of(Files.readString(text.getValue())));
                }
                index.find("lantern", texts.keySet(), 10);
                ratios[Math.max(0, round)] = (System.nanoTime() - start) / read;
                if (round == ratios.length - 1) {
                    then.with(index);
                }
            }
        }
        return Median.of(ratios);
    }
}
