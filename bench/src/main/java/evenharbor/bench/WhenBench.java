package evenharbor.bench;

import com.google.common.hash.Hashing;
import evenharbor.app.when.history.PageIndex;
import evenharbor.app.when.history.PageText;
import evenharbor.core.harbor.outcome.OutcomeDifference;
import evenharbor.core.harbor.outcome.Recorded;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.history.FoundPages;
import evenharbor.core.when.history.VersionFiles;
import evenharbor.core.when.retention.MarkedContents;
import evenharbor.core.when.timeline.AddressAnswer;
import evenharbor.core.when.timeline.Timeline;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Looking ahead and back: outcomes decided again, words found over versions, versions compared, contents swept. */
final class WhenBench {

    private static final int UPKEEPS = 5;
    private static final Path DOCUMENTATION = Path.of("/usr/share/doc/python3.11/html");
    private static final int ROUNDS = 15;

    private WhenBench() {}

    static List<Row> run(Path folder) throws Exception {
        Files.createDirectories(folder);
        List<Row> rows = new ArrayList<>();
        rows.add(instant());
        rows.add(outcomes());
        rows.add(comparison());
        rows.addAll(search(folder.resolve("index")));
        rows.add(sweep(folder.resolve("sweep")));
        return rows;
    }

    private interface Work {
        void run() throws Exception;
    }

    /** Milliseconds of some work, the median of several rounds after one to warm up. */
    private static double median(Work work) throws Exception {
        double[] times = new double[ROUNDS];
        for (int i = -3; i < ROUNDS; i++) {
            long start = System.nanoTime();
            work.run();
            times[Math.max(0, i)] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(times);
        return times[ROUNDS / 2];
    }

    private static FileEntry file(int content) {
        return new FileEntry(hash(content), 10_000, "text/html", true);
    }

    private static String hash(long content) {
        byte[] bytes = new byte[32];
        new Random(content).nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    /** How 200 sites stood at an instant, each with a past of 1,000 moments and ten addresses. */
    private static Row instant() throws Exception {
        Random random = new Random(2);
        List<Timeline<SiteLife>> pasts = new ArrayList<>();
        List<SiteAddress> addresses = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            Role role = i == 0 ? Role.MAIN : i < 5 ? Role.ALIAS : Role.FORWARDING;
            addresses.add(new SiteAddress(
                    "a" + i, new HostName("a" + i + ".example"), "/", role, OptionalInt.empty(), Optional.empty()));
        }
        for (int site = 0; site < 200; site++) {
            List<Timeline.Moment<SiteLife>> moments = new ArrayList<>();
            for (int i = 0; i < 1_000; i++) {
                SiteEvent event = i % 2 == 0
                        ? new SiteEvent.Restored(new SiteLife.Shown(i, "b"), "")
                        : new SiteEvent.TakenDown(false);
                SiteLife life = ((SiteLife.Outcome.Next) SiteLife.NEW.on(event)).life();
                moments.add(new Timeline.Moment<>(Instant.ofEpochSecond(i * 100L + random.nextInt(100)), life));
            }
            pasts.add(new Timeline<>(moments));
        }
        double time = median(() -> {
            Instant then = Instant.ofEpochSecond(random.nextInt(90_000) + 1_000L);
            for (Timeline<SiteLife> past : pasts) {
                AddressAnswer.of(addresses, past.at(then).orElseThrow());
            }
        });
        return Row.atMost("200 sites with 1,000 spans each, at an instant", time, 50, "ms", "median of " + ROUNDS);
    }

    /** 10,000 recorded paths of a site of 10,000 pages with 1,000 redirects, a tenth of which a change touches. */
    private static Row outcomes() throws Exception {
        Map<String, FileEntry> before = new TreeMap<>();
        Map<String, FileEntry> after = new TreeMap<>();
        List<Recorded> asked = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            String path = "folder" + i % 100 + "/page" + i + ".html";
            before.put(path, file(i));
            if (i % 20 > 0) {
                after.put(path, file(i % 20 == 1 ? -i : i));
            }
            asked.add(new Recorded("bench.example", "/" + path, i % 50 + 1));
        }
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, true);
        Redirects rules = Redirects.of(RedirectBench.rules(1_000, new Random(3)));
        Routes now = Routes.ofSites(Map.of("bench.example", SiteRoutes.of("b", Manifest.of(before), options, rules)));
        Routes then = Routes.ofSites(Map.of("bench.example", SiteRoutes.of("b", Manifest.of(after), options, rules)));
        double time = median(() -> {
            if (OutcomeDifference.of(asked, now, then, 0, 0)
                            .count(OutcomeDifference.Kind.MISSING)
                            .paths()
                    != 500) {
                throw new IllegalStateException("500 pages are missing");
            }
        });
        return Row.atMost("outcomes of 10,000 recorded paths decided again", time, 100, "ms", "median of " + ROUNDS);
    }

    /** Two versions of 10,000 pages, read from how they are kept and compared, before any page is opened. */
    private static Row comparison() throws Exception {
        Map<String, FileEntry> before = new TreeMap<>();
        Map<String, FileEntry> after = new TreeMap<>();
        for (int i = 0; i < 10_000; i++) {
            String path = "folder" + i % 100 + "/page" + i + ".html";
            before.put(path, file(i));
            after.put(i % 50 == 0 ? "moved/" + path : path, file(i % 10 == 1 ? -i : i));
        }
        byte[] one = Manifest.of(before).toBytes();
        byte[] two = Manifest.of(after).toBytes();
        double time =
                median(() -> Changes.between(Manifest.fromBytes(one), Manifest.fromBytes(two), f -> Optional.empty()));
        return Row.atMost("two versions of 10,000 pages compared", time, 300, "ms", "median of " + ROUNDS);
    }

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
    private static List<Row> search(Path folder) throws Exception {
        Random random = new Random(7);
        Map<String, Path> texts = new HashMap<>();
        TreeMap<String, FileEntry> site = new TreeMap<>();
        List<VersionFiles> versions = new ArrayList<>();
        Files.createDirectories(folder.resolve("texts"));
        int content = 0;
        for (int version = 1; version <= 200; version++) {
            for (int i = 0; i < (version == 1 ? 1_000 : 10); i++) {
                FileEntry file = file(content++);
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
                index -> times[0] = median(() -> {
                    List<FoundPages.FoundPage> found =
                            FoundPages.of(index.find("lantern walk", hashes, 5_000), versions, Manifest.of(site));
                    if (found.size() != 1) {
                        throw new IllegalStateException("Found " + found.size());
                    }
                }));
        List<Row> rows = new ArrayList<>(List.of(
                Row.atMost("words found over 200 versions of 1,000 pages", times[0], 200, "ms", "median of " + ROUNDS),
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
        Arrays.sort(ratios);
        return ratios[ratios.length / 2];
    }

    /** A million contents, of which a hundredth is not needed any more. */
    private static Row sweep(Path folder) throws IOException {
        int contents = 1_000_000;
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        MarkedContents marks = new MarkedContents();
        for (int i = 0; i < contents; i++) {
            String hash = hash(i);
            Files.createFile(folder.resolve(hash.substring(0, 2)).resolve(hash));
            if (i % 100 > 0) {
                marks.add(hash);
            }
        }
        double listed = 0;
        for (int round = 0; round < 2; round++) {
            long start = System.nanoTime();
            long count;
            try (Stream<Path> all = Files.walk(folder)) {
                count = all.count();
            }
            listed = (System.nanoTime() - start) / 1e9;
            if (count < contents) {
                throw new IllegalStateException("There are " + count);
            }
        }
        long start = System.nanoTime();
        long removed =
                blobs.sweep(marks::contains, Instant.now().plusSeconds(60)).removed();
        double swept = (System.nanoTime() - start) / 1e9;
        if (removed != contents / 100) {
            throw new IllegalStateException("Removed " + removed);
        }
        return Row.atMost(
                "sweep over 1,000,000 contents / listing them",
                swept / listed,
                2,
                "x",
                String.format("%.1f s / %.1f s, %,d removed", swept, listed, removed));
    }
}
