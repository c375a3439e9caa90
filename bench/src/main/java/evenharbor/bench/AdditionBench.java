package evenharbor.bench;

import com.google.common.hash.Hashing;
import evenharbor.core.common.QrCode;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.MadeFor;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.PageText;
import evenharbor.core.what.build.Reach;
import evenharbor.core.what.build.Reading;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/** What it adds to the first build of 10,000 pages to say what is set about each, and to make a sitemap and a feed. */
final class AdditionBench {

    private static final int PAGES = 10_000;
    private static final int ROUNDS = 7;

    /** In dots to an inch. */
    private static final int PRINT = 300;

    private static final Reach REACH = new Reach("https://bench.example", true, UnlistedParts.NONE, true, "2027-06-01");

    private AdditionBench() {}

    static List<Row> run() {
        Memory memory = new Memory();
        Map<String, FileEntry> files = new TreeMap<>();
        Map<String, PageSettings> set = new TreeMap<>();
        files.put("style.css", memory.put("p{margin:0}".getBytes(StandardCharsets.UTF_8), "text/css"));
        for (int i = 0; i < PAGES; i++) {
            files.put(path(i), memory.put(page(i).getBytes(StandardCharsets.UTF_8), "text/html"));
            set.put(path(i), new PageSettings("Title " + i, "What " + i + " tells", "", "", "", "2026-05-14", "", ""));
        }
        Manifest plain = Manifest.of(files);
        Manifest titled = with(memory, plain, new Additions(true, null, new TreeMap<>(set), null, null, null));
        Manifest listed = with(
                memory,
                plain,
                new Additions(true, null, new TreeMap<>(set), About.NONE, null, new MadeFor(true, "/", "New")));
        double[] said = new double[ROUNDS];
        double[] made = new double[ROUNDS];
        for (int round = -2; round < ROUNDS; round++) {
            double without = seconds(plain, memory);
            double titles = seconds(titled, memory);
            double lists = seconds(listed, memory) + codes();
            if (round >= 0) {
                said[round] = titles / without;
                made[round] = (lists - titles) / titles;
            }
        }
        Arrays.sort(said);
        Arrays.sort(made);
        return List.of(
                Row.atMost(
                        "sitemap, feed and QR codes of 10,000 pages, of their build",
                        100 * Math.max(0, made[ROUNDS / 2]),
                        10,
                        "%",
                        "median of " + ROUNDS),
                Row.atMost(
                        "build with settings of each page, of one without",
                        said[ROUNDS / 2],
                        1.5,
                        "x",
                        "median of " + ROUNDS));
    }

    private static Manifest with(Memory memory, Manifest files, Additions additions) {
        byte[] text = SettingsFile.text(additions).getBytes(StandardCharsets.UTF_8);
        return files.with(all -> all.put(SettingsFile.PATH, memory.put(text, SettingsFile.MEDIA_TYPE)));
    }

    private static double seconds(Manifest files, Memory memory) {
        long start = System.nanoTime();
        Builder.build(files, Settings.DEFAULT, new Builder.BuildOptions("", Map.of(), REACH), memory);
        return (System.nanoTime() - start) / 1e9;
    }

    /** The code of the main address, as a screen and a printer take it. */
    private static double codes() {
        long start = System.nanoTime();
        QrCode.of(REACH.address()).svg(40);
        QrCode.png(REACH.address(), 40, PRINT);
        return (System.nanoTime() - start) / 1e9;
    }

    private static String path(int i) {
        return "folder" + i % 100 + "/page" + i + ".html";
    }

    private static String page(int i) {
        StringBuilder out = new StringBuilder("<!doctype html><html lang=en><head><title>Own ")
                .append(i)
                .append("</title><link rel=stylesheet href=/style.css></head><body>");
        for (int p = 0; out.length() < 10_000; p++) {
            out.append("<p class=text>Words of <a href=\"/")
                    .append(path((i * 7 + p) % PAGES))
                    .append("\">a page</a>.</p>");
        }
        return out.append("</body></html>").toString();
    }

    /** Keeps contents in memory, remembers no build, and reads pages on all processors. */
    private static final class Memory implements Builder.Workshop {

        private final Map<String, byte[]> contents = new ConcurrentHashMap<>();

        FileEntry put(byte[] bytes, String mediaType) {
            String hash = Hashing.sha256().hashBytes(bytes).toString();
            contents.put(hash, bytes);
            return new FileEntry(hash, bytes.length, mediaType, true);
        }

        private PageText text(FileEntry file) {
            return PageText.of(file, bytes(file));
        }

        @Override
        public Reading reading(FileEntry file, String kind, Function<String, Reading> reader) {
            return reader.apply(text(file).text());
        }

        @Override
        public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
            PageText text = text(file);
            byte[] bytes = text.bytes(edit.apply(text.text()));
            return new FileEntry(Hashing.sha256().hashBytes(bytes).toString(), bytes.length, file.mediaType(), true);
        }

        @Override
        public byte[] bytes(FileEntry file) {
            return contents.get(file.hash());
        }

        @Override
        public FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
            return put(bytes.get(), mediaType);
        }

        @Override
        public void each(List<String> pages, Consumer<String> work) {
            pages.parallelStream().forEach(work);
        }
    }
}
