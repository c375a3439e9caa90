package evenharbor.bench;

import com.sun.management.OperatingSystemMXBean;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Reading;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The first publish of a large site, asked for the moment its files are in, beside reading its pages once. */
final class FirstPublishBench {

    private static final int PAGES = 10_000;
    private static final int BYTES = 27_000;
    private static final int ROUNDS = 3;
    private static final double IDLE = 0.1;
    private static final int MOST_SECONDS = 240;

    private FirstPublishBench() {}

    static List<Row> run(HarborClient harbor, Path folder) throws Exception {
        Files.createDirectories(folder);
        // Another site beforehand, so that neither pays for cold code.
        publish(harbor, zip(folder.resolve("warm.zip"), pages(PAGES)));
        parse(pages(PAGES));
        List<double[]> rounds = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            List<String> pages = pages((round + 2) * PAGES);
            Path zip = zip(folder.resolve("site" + round + ".zip"), pages);
            untilIdle();
            // Before and after: machines are not as fast at all times.
            double before = parse(pages);
            double published = publish(harbor, zip);
            rounds.add(new double[] {published, (before + parse(pages)) / 2});
        }
        rounds.sort(Comparator.comparingDouble(round -> round[0] / round[1]));
        double[] median = rounds.get(ROUNDS / 2);
        return List.of(Row.atMost(
                "first publish of 10,000 pages, 270 MB / parsing them once",
                median[0] / median[1],
                1.5,
                "x",
                String.format("%.1f s / %.1f s on all processors, median of %d", median[0], median[1], ROUNDS)));
    }

    /** What is done after a publish that nobody waits for, such as packing, is over. */
    private static void untilIdle() throws InterruptedException {
        OperatingSystemMXBean system = ManagementFactory.getPlatformMXBean(OperatingSystemMXBean.class);
        for (int seconds = 0, idle = 0; idle < 5 && seconds < MOST_SECONDS; seconds++) {
            Thread.sleep(1_000);
            idle = system.getCpuLoad() < IDLE ? idle + 1 : 0;
        }
    }

    private static List<String> pages(int from) {
        return IntStream.range(from, from + PAGES)
                .mapToObj(FirstPublishBench::page)
                .toList();
    }

    private static Path zip(Path zip, List<String> pages) throws IOException {
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.setLevel(1);
            for (int i = 0; i < PAGES; i++) {
                add(out, path(i), pages.get(i));
            }
            add(out, "style.css", "p { margin: 0 }");
        }
        return zip;
    }

    /** Seconds from asking for the publish, the moment the files are in, to its end. */
    private static double publish(HarborClient harbor, Path zip) throws Exception {
        String site = harbor.site("First publish");
        harbor.claim(site, "first-" + Long.toString(System.nanoTime(), 36));
        harbor.take(site, zip);
        long start = System.nanoTime();
        harbor.publish(site);
        return (System.nanoTime() - start) / 1e9;
    }

    private static void add(ZipOutputStream out, String path, String text) throws IOException {
        out.putNextEntry(new ZipEntry(path));
        out.write(text.getBytes(StandardCharsets.UTF_8));
        out.closeEntry();
    }

    private static String path(int i) {
        return String.format("f%03d/page-%05d.html", i % 200, i);
    }

    private static String page(int i) {
        Random random = new Random(i);
        StringBuilder page = new StringBuilder("<!doctype html><title>Page ")
                .append(i)
                .append("</title><link rel=stylesheet href=/style.css>");
        while (page.length() < BYTES) {
            page.append("<div class=\"section\"><p class=\"text\">")
                    .append(Integer.toString(random.nextInt(1 << 20), 36))
                    .append(" words of the <a class=\"internal\" href=\"/")
                    .append(path(random.nextInt(PAGES)))
                    .append(
                            "\">page</a> and <code class=\"literal\">more</code> of them, to the end of the line.</p></div>");
        }
        return page.toString();
    }

    /** Seconds for reading what all pages load and lead to, on all processors, writing nothing. */
    private static double parse(List<String> texts) {
        TreeMap<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < PAGES; i++) {
            files.put(path(i), new FileEntry(String.format("%064d", i), BYTES, "text/html", true));
        }
        long start = System.nanoTime();
        Builder.build(Manifest.of(files), Settings.DEFAULT, Builder.BuildOptions.PLAIN, new Builder.Workshop() {
            @Override
            public Reading reading(FileEntry file, String kind, Function<String, Reading> reader) {
                return reader.apply(texts.get(Integer.parseInt(file.hash().substring(56))));
            }

            @Override
            public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
                return file;
            }

            @Override
            public byte[] bytes(FileEntry file) {
                return new byte[0];
            }

            @Override
            public FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
                throw new IllegalStateException("Nothing is made where nothing is set");
            }

            @Override
            public void each(List<String> pages, Consumer<String> work) {
                pages.parallelStream().forEach(work);
            }
        });
        return (System.nanoTime() - start) / 1e9;
    }
}
