package evenharbor.app.when.retention;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Reading;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.retention.MarkedContents;
import evenharbor.core.when.retention.RetentionRule;
import evenharbor.core.when.retention.RetentionRule.Candidate;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A year of daily publishes of a site of 500 pages: with versions and contents cleaned up, little more is held than is kept. */
class YearOfPublishesTest {

    private static final int DAYS = 365;
    private static final int PAGES = 500;

    /** In days. Each sweep looks at every file there is. */
    private static final int SWEPT_EVERY = 7;

    private static final Duration SPARED = Duration.ofHours(48);
    private static final double MOST = 1.2;

    @TempDir
    Path folder;

    private record Published(int number, Instant at, Manifest source, Manifest build) {}

    private final Random random = new Random(11);
    private final Map<String, FileEntry> edited = new HashMap<>();
    private DirectoryBlobs blobs;
    private Instant now;

    private FileEntry put(String text, String type) {
        try {
            byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
            String hash = blobs.put(bytes);
            Files.setLastModifiedTime(at(hash), FileTime.from(now));
            return new FileEntry(hash, bytes.length, type, true);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Path at(String hash) {
        return folder.resolve(hash.substring(0, 2)).resolve(hash);
    }

    private String text(FileEntry file) {
        try {
            return new String(blobs.read(file.hash(), Coding.IDENTITY), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private FileEntry page(int number) {
        return put(
                "<!doctype html><link rel=stylesheet href=/style.css><p>page " + number + " "
                        + Long.toString(random.nextLong(), 36).repeat(60),
                "text/html");
    }

    private Manifest built(Manifest source) {
        return Builder.build(source, Settings.DEFAULT, Builder.BuildOptions.PLAIN, new Builder.Workshop() {
            @Override
            public Reading reading(FileEntry file, String kind, Function<String, Reading> reader) {
                return reader.apply(text(file));
            }

            @Override
            public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
                return edited.computeIfAbsent(file.hash() + key, k -> put(edit.apply(text(file)), file.mediaType()));
            }

            @Override
            public byte[] bytes(FileEntry file) {
                return text(file).getBytes(StandardCharsets.UTF_8);
            }

            @Override
            public FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
                return put(new String(bytes.get(), StandardCharsets.UTF_8), mediaType);
            }
        });
    }

    @Test
    void littleMoreIsHeldThanIsKept() throws IOException {
        blobs = new DirectoryBlobs(folder);
        Instant end = Instant.now();
        now = end.minus(Duration.ofDays(DAYS));
        TreeMap<String, FileEntry> draft = new TreeMap<>();
        for (int i = 0; i < PAGES; i++) {
            draft.put("page" + i + ".html", page(i));
        }
        List<Published> versions = new ArrayList<>();
        for (int day = 1; day <= DAYS; day++) {
            now = end.minus(Duration.ofDays(DAYS - day));
            for (int i = 0; i < 5; i++) {
                int page = random.nextInt(PAGES);
                draft.put("page" + page + ".html", page(page));
            }
            if (day % 30 == 1) {
                // Each page names the style sheet by its content: all are built anew.
                draft.put("style.css", put("p { margin: " + day + "px }", "text/css"));
            }
            Manifest source = Manifest.of(draft);
            Manifest build = built(source);
            put(new String(source.toBytes(), StandardCharsets.UTF_8), "manifest");
            put(new String(build.toBytes(), StandardCharsets.UTF_8), "manifest");
            versions.add(new Published(day, now, source, build));
            int latest = day;
            Set<Integer> dropped = RetentionRule.USUAL.dropped(
                    versions.stream()
                            .map(v -> new Candidate(v.number(), v.at(), v.number() == latest))
                            .toList(),
                    now,
                    ZoneOffset.UTC);
            versions.removeIf(version -> dropped.contains(version.number()));
            if (day % SWEPT_EVERY == 0 || day == DAYS) {
                blobs.sweep(marked(versions)::contains, now.minus(SPARED));
            }
        }
        assertThat(versions).hasSizeBetween(120, 150);
        Set<String> needed = new HashSet<>();
        long kept = 0;
        for (Published version : versions) {
            for (Manifest one : List.of(version.source(), version.build())) {
                for (FileEntry file : one.entries()) {
                    kept += needed.add(file.hash()) ? file.size() : 0;
                }
                kept += needed.add(text(one)) ? one.toBytes().length : 0;
            }
        }
        long held;
        try (Stream<Path> files = Files.walk(folder)) {
            held = files.filter(Files::isRegularFile)
                    .mapToLong(file -> file.toFile().length())
                    .sum();
        }
        assertThat((double) held / kept).isBetween(1.0, MOST);
        for (Published version : versions) {
            for (FileEntry file : version.build().entries()) {
                assertThat(Files.size(at(file.hash()))).isEqualTo(file.size());
            }
        }
    }

    private static String text(Manifest manifest) {
        return new String(manifest.toBytes(), StandardCharsets.UTF_8);
    }

    private MarkedContents marked(List<Published> versions) {
        MarkedContents marks = new MarkedContents();
        for (Published version : versions) {
            for (Manifest one : List.of(version.source(), version.build())) {
                one.entries().forEach(file -> marks.add(file.hash()));
                marks.add(hashOf(one));
            }
        }
        return marks;
    }

    private final Map<Manifest, String> hashes = new HashMap<>();

    private String hashOf(Manifest manifest) {
        return hashes.computeIfAbsent(manifest, m -> put(text(m), "manifest").hash());
    }
}
