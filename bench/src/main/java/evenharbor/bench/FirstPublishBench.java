package evenharbor.bench;

import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Reference;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The first publish of a large site, asked for the moment its files are in, beside reading its pages once. */
final class FirstPublishBench {

    private static final int PAGES = 10_000;
    private static final int BYTES = 27_000;

    private FirstPublishBench() {}

    static Row run(HarborClient harbor, Path folder) throws Exception {
        Files.createDirectories(folder);
        Path zip = folder.resolve("site.zip");
        List<String> pages =
                IntStream.range(0, PAGES).mapToObj(FirstPublishBench::page).toList();
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.setLevel(1);
            for (int i = 0; i < PAGES; i++) {
                add(out, path(i), pages.get(i));
            }
            add(out, "style.css", "p { margin: 0 }");
        }
        double parsed = 0;
        for (int round = 0; round < 2; round++) {
            parsed = parse(pages);
        }
        String site = harbor.site("First publish");
        harbor.claim(site, "first-" + Long.toString(System.nanoTime(), 36));
        harbor.take(site, zip);
        long start = System.nanoTime();
        harbor.publish(site);
        double published = (System.nanoTime() - start) / 1e9;
        return Row.atMost(
                "first publish of 10,000 pages, 270 MB / parsing them once",
                published / parsed,
                1.5,
                "x",
                String.format("%.1f s / %.1f s on all processors", published, parsed));
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
            public List<Reference> references(FileEntry file, Function<String, List<Reference>> reader) {
                return reader.apply(texts.get(Integer.parseInt(file.hash().substring(56))));
            }

            @Override
            public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
                return file;
            }

            @Override
            public void each(List<String> pages, Consumer<String> work) {
                pages.parallelStream().forEach(work);
            }
        });
        return (System.nanoTime() - start) / 1e9;
    }
}
