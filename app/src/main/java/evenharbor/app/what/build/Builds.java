package evenharbor.app.what.build;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.DraftChanged;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.PageText;
import evenharbor.core.what.build.Reach;
import evenharbor.core.what.build.Reading;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ForkJoinPool;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Makes builds, and remembers what each text loads and what each edit came to, so that a build after a small change
 * costs little. What is forgotten is made again, with the same result.
 */
@Service
public class Builds {

    private static final Logger LOG = LoggerFactory.getLogger(Builds.class);
    private static final long MOST_REFERENCES_HELD = 2_000_000;
    private static final long MOST_EDITS_HELD = 100_000;
    private static final long MOST_BUILDS_HELD = 500;

    /** With fewer pages than this it is not worth while to share them out. */
    private static final int MANY_PAGES = 64;

    /**
     * For how long it is remembered what a build came to. What nothing else refers to is swept two days after it was made:
     * what is remembered is far younger.
     */
    private static final Duration REMEMBERED = Duration.ofHours(12);

    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(50);
    private static final int MOST_LOOKS = 600;

    private final Manifests manifests;
    private final Blobs blobs;
    private final Cache<String, Reading> readings = Caffeine.newBuilder()
            .maximumWeight(MOST_REFERENCES_HELD)
            .weigher((String key, Reading reading) -> reading.weight())
            .build();
    private final Cache<Edit, FileEntry> edits = Caffeine.newBuilder()
            .maximumSize(MOST_EDITS_HELD)
            .expireAfterWrite(REMEMBERED)
            .build();
    private final Cache<Wanted, String> builds = Caffeine.newBuilder()
            .maximumSize(MOST_BUILDS_HELD)
            .expireAfterWrite(REMEMBERED)
            .build();
    private final Map<Wanted, Making> underWay = new ConcurrentHashMap<>();
    private final ForkJoinPool readers = new ForkJoinPool(
            Runtime.getRuntime().availableProcessors(), ForkJoinPool.defaultForkJoinWorkerThreadFactory, null, true);
    private final ExecutorService ahead = Executors.newSingleThreadExecutor(new ThreadFactoryBuilder()
            .setNameFormat("build-ahead")
            .setDaemon(true)
            .setPriority(Thread.MIN_PRIORITY)
            .build());

    Builds(Manifests manifests, Blobs blobs) {
        this.manifests = manifests;
        this.blobs = blobs;
    }

    private record Edit(String hash, String key) {}

    private record Read(String hash, PageText text) {}

    private record Wanted(String manifest, Settings settings, Builder.BuildOptions options) {}

    /** The build of a manifest for a whole host name. @return the hash of the build's manifest */
    public String of(String manifest, Settings settings) {
        return of(manifest, settings, Builder.BuildOptions.PLAIN);
    }

    /** The build of a manifest. @return the hash of the build's manifest */
    public String of(String manifest, Settings settings, Builder.BuildOptions options) {
        return of(manifest, settings, options, done -> {});
    }

    /**
     * The build of a manifest.
     *
     * @param progress told how many files are done; what it throws ends the work
     * @return the hash of the build's manifest
     */
    public String of(String manifest, Settings settings, Builder.BuildOptions options, IntConsumer progress) {
        Wanted wanted = wanted(manifest, settings, options);
        String known = builds.getIfPresent(wanted);
        if (known != null) {
            return known;
        }
        Making mine = new Making();
        Making other = underWay.putIfAbsent(wanted, mine);
        if (other == null) {
            return made(wanted, settings, progress, mine);
        }
        return other.await(progress).orElseGet(() -> made(wanted, settings, progress, mine));
    }

    private String made(Wanted wanted, Settings settings, IntConsumer progress, Making making) {
        String made = null;
        try {
            Manifest source = manifests.get(wanted.manifest());
            Manifest build = built(source, settings, wanted.options(), files -> {
                making.done(files);
                progress.accept(files);
            });
            made = build.equals(source) ? wanted.manifest() : manifests.put(build);
            builds.put(wanted, made);
            return made;
        } finally {
            underWay.remove(wanted, making);
            making.end(made);
        }
    }

    /**
     * Waits while something is being built, though not for ever: work that nobody waits for leaves it the processors.
     *
     * @throws InterruptedException when it is not to go on at all
     */
    public void leaveProcessors() throws InterruptedException {
        for (int looks = 0; looks < MOST_LOOKS && !underWay.isEmpty(); looks++) {
            Thread.sleep(BETWEEN_LOOKS.toMillis());
        }
    }

    /** Whether a build is at hand already, so that it costs nothing. */
    public boolean ready(String manifest, Settings settings, Builder.BuildOptions options) {
        return builds.getIfPresent(wanted(manifest, settings, options)) != null;
    }

    /** Whether anything is set beside the files, so that a build depends on where it is reached. */
    public boolean dresses(String manifest) {
        return SettingsFile.in(manifests.get(manifest)).isPresent();
    }

    /** Builds that come out the same are the same. */
    private Wanted wanted(String manifest, Settings settings, Builder.BuildOptions options) {
        boolean same = options.reach().equals(Reach.PREVIEW) || !dresses(manifest);
        Reach reach = same ? Reach.PREVIEW : options.reach();
        // Search engines are told by a header: the files are the same.
        return new Wanted(
                manifest,
                new Settings(true, settings.pinned()),
                new Builder.BuildOptions(options.base(), options.secure(), reach));
    }

    private Manifest built(Manifest source, Settings settings, Builder.BuildOptions options, IntConsumer progress) {
        Memory memory = new Memory(blobs.batch(), progress);
        try {
            Manifest build = Builder.build(source, settings, options, memory);
            memory.settle();
            return build;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            memory.close();
        }
    }

    /** Builds ahead of time, so that a look at the draft and a publish find the work done. */
    @TransactionalEventListener
    void aheadOfTime(DraftChanged changed) {
        ahead.execute(() -> {
            try {
                of(changed.manifest(), Settings.DEFAULT);
                blobs.settle();
            } catch (Throwable e) {
                LOG.warn("The draft of site {} could not be built ahead of time", changed.siteId(), e);
            }
        });
    }

    /** Remembers over all builds; what this build makes is known to others once it is safe. */
    private final class Memory implements Builder.Workshop {

        private final Blobs.Batch batch;
        private final IntConsumer progress;
        private final Map<Edit, FileEntry> fresh = new ConcurrentHashMap<>();
        private final ThreadLocal<Read> lastRead = new ThreadLocal<>();

        Memory(Blobs.Batch batch, IntConsumer progress) {
            this.batch = batch;
            this.progress = progress;
        }

        @Override
        public void done(int files) {
            progress.accept(files);
        }

        /** Reading a page takes a processor's time: many are read by all of them. What one throws ends the work. */
        @Override
        public void each(List<String> pages, Consumer<String> work) {
            if (pages.size() < MANY_PAGES) {
                pages.forEach(work);
            } else {
                readers.submit(() -> pages.parallelStream().forEach(work)).join();
            }
        }

        @Override
        public Reading reading(FileEntry file, String kind, Function<String, Reading> reader) {
            return Objects.requireNonNull(readings.get(
                    file.hash() + " " + kind, key -> reader.apply(text(file).text())));
        }

        /** The text of a file; a page that is read is mostly edited right after. */
        private PageText text(FileEntry file) {
            Read last = lastRead.get();
            if (last == null || !last.hash().equals(file.hash())) {
                last = new Read(file.hash(), PageText.of(file, bytes(file)));
                lastRead.set(last);
            }
            return last.text();
        }

        @Override
        public byte[] bytes(FileEntry file) {
            try {
                return blobs.read(file.hash(), Coding.IDENTITY);
            } catch (IOException e) {
                throw new Problem(
                        ProblemType.CONTENT_DAMAGED,
                        "A stored file cannot be read. What is live stays as it is. Put the file in again.");
            }
        }

        @Override
        public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
            return remembered(new Edit(file.hash(), key), file.mediaType(), file.utf8(), () -> {
                PageText text = text(file);
                return text.bytes(edit.apply(text.text()));
            });
        }

        @Override
        public FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
            return remembered(new Edit(mediaType, key), mediaType, utf8, bytes);
        }

        private FileEntry remembered(Edit wanted, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
            FileEntry known = edits.getIfPresent(wanted);
            return known != null ? known : fresh.computeIfAbsent(wanted, e -> kept(bytes.get(), mediaType, utf8));
        }

        private FileEntry kept(byte[] bytes, String mediaType, boolean utf8) {
            try {
                return new FileEntry(batch.put(bytes), bytes.length, mediaType, utf8);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        void settle() throws IOException {
            if (!fresh.isEmpty()) {
                batch.settle();
                edits.putAll(fresh);
            }
        }

        void close() {
            try {
                batch.close();
            } catch (IOException e) {
                LOG.warn("What was not built to the end could not be removed", e);
            }
        }
    }
}
