package evenharbor.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** A ZIP of 10,000 files and 110 MB: taken in, taken in again with ten changed, and those ten published. */
final class IntakeBench {

    private static final int FILES = 10_000;
    private static final int FOLDERS = 510;
    private static final int CHANGED = 10;

    private final HarborClient harbor;
    private final Path folder;

    IntakeBench(String origin, int visitors, Path folder) throws IOException {
        this.harbor = new HarborClient(origin, visitors);
        this.folder = Files.createDirectories(folder);
    }

    List<Row> run() throws Exception {
        Path first = zip("first.zip", 0);
        Path again = zip("again.zip", 1);
        String site = harbor.site("Large");
        String name = "large-" + Long.toString(System.nanoTime(), 36);
        harbor.claim(site, name);
        // Both once beforehand, so that neither pays for cold code or a cold disk.
        Path small = smallZip();
        harbor.take(site, small);
        double plain = unzipHashSync(first, "plain");
        double taken = harbor.take(site, first);
        // Whoever changed ten files comes back when the draft has long been built ahead of time.
        Thread.sleep(20_000);
        double changed = harbor.take(site, again);
        harbor.take(site, first);
        harbor.publish(site);
        String page = "/" + path(0);
        harbor.take(site, again);
        double live = harbor.publishUntilSeen(site, name + ".harbor.localhost", page, "edit 1");
        return List.of(
                Row.atMost(
                        "ZIP of 10,000 files taken in / unzip + sha256sum + sync",
                        taken / plain,
                        1.5,
                        "x",
                        String.format("%.1f s / %.1f s", taken, plain)),
                Row.atMost(
                        "again with ten files changed / first",
                        changed / taken,
                        0.4,
                        "x",
                        String.format("%.1f s / %.1f s", changed, taken)),
                Row.atMost(
                        "publish of ten changed files until visitors see it",
                        live * 1000,
                        300,
                        "ms",
                        "from the click"));
    }

    private static String path(int i) {
        return String.format("f%03d/page-%05d.html", i % FOLDERS, i);
    }

    private Path zip(String name, int edit) throws IOException {
        Path zip = folder.resolve(name);
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            out.setLevel(5);
            for (int i = 0; i < FILES; i++) {
                out.putNextEntry(new ZipEntry(i % 10 == 9 ? path(i).replace(".html", ".jpg") : path(i)));
                out.write(content(i, i / 501 < CHANGED && i % 501 == 0 ? edit : 0));
                out.closeEntry();
            }
        }
        return zip;
    }

    /** Nine pages of words that pack well for each picture that does not. */
    private static byte[] content(int i, int edit) {
        Random random = new Random(i);
        if (i % 10 == 9) {
            byte[] picture = new byte[11_000];
            random.nextBytes(picture);
            return picture;
        }
        StringBuilder page = new StringBuilder("<!doctype html><title>Page ")
                .append(i)
                .append("</title><p>edit ")
                .append(edit);
        int picture = i - i % 10 + 9;
        page.append("<img src=\"/")
                .append(path(picture).replace(".html", ".jpg"))
                .append("\" alt=\"\">");
        while (page.length() < 11_000) {
            page.append("<p>")
                    .append(Integer.toString(random.nextInt(1 << 20), 36))
                    .append(" words of the page ");
        }
        return page.toString().getBytes(StandardCharsets.UTF_8);
    }

    private Path smallZip() throws IOException {
        Path zip = folder.resolve("small.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            for (int i = 0; i < 500; i++) {
                out.putNextEntry(new ZipEntry("warm/" + i + ".html"));
                out.write(("<p>warm " + i + " " + System.nanoTime()).getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
        }
        return zip;
    }

    private double unzipHashSync(Path zip, String name) throws IOException, InterruptedException {
        Path target = folder.resolve(name);
        String script = "rm -rf '%1$s' && mkdir '%1$s' && sync -f '%1$s'".formatted(target);
        shell(script);
        long start = System.nanoTime();
        shell(
                "unzip -q '%2$s' -d '%1$s' && find '%1$s' -type f -print0 | xargs -0 sha256sum >/dev/null && sync -f '%1$s'"
                        .formatted(target, zip));
        return (System.nanoTime() - start) / 1e9;
    }

    private static void shell(String script) throws IOException, InterruptedException {
        if (new ProcessBuilder("bash", "-c", script).inheritIO().start().waitFor() != 0) {
            throw new IOException("Failed: " + script);
        }
    }
}
