package evenharbor.app.what.build;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.what.content.Manifests;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Makes the packed forms of contents that are live, once for each content, after the publish that brought them. Until
 * they are there visitors get the content as it is. Work lost in a crash is found again when the site is next looked at.
 */
@Service
public class Packing {

    private static final Logger LOG = LoggerFactory.getLogger(Packing.class);
    private static final long SMALLEST = 256;
    private static final long LARGEST = 32 << 20;
    private static final int AT_ONCE = 200;

    private final Blobs blobs;
    private final Manifests manifests;
    private final Builds builds;
    private final AtomicBoolean stopped = new AtomicBoolean();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(new ThreadFactoryBuilder()
            .setNameFormat("packing")
            .setDaemon(true)
            .setPriority(Thread.MIN_PRIORITY)
            .build());

    Packing(Blobs blobs, Manifests manifests, Builds builds) {
        this.blobs = blobs;
        this.manifests = manifests;
        this.builds = builds;
    }

    /**
     * Packs what a build holds, in the background.
     *
     * @param build hash of the build's manifest
     * @param packed hears of each content whose packed forms have been made
     */
    public void ofBuild(String build, Consumer<String> packed) {
        worker.execute(() -> {
            List<FileEntry> files = manifests.get(build).entries().stream()
                    .filter(f -> Coding.packs(f.mediaType()) && f.size() >= SMALLEST && f.size() <= LARGEST)
                    .sorted(Comparator.comparingLong(FileEntry::size))
                    .toList();
            for (int from = 0; from < files.size() && !stopped.get(); from += AT_ONCE) {
                pack(files.subList(from, Math.min(from + AT_ONCE, files.size())), packed);
            }
        });
    }

    /** Packs some files and makes them safe together: one by one would keep the disk from more urgent work. */
    private void pack(List<FileEntry> files, Consumer<String> packed) {
        Blobs.Batch batch = blobs.batch();
        List<String> made = new ArrayList<>();
        try {
            for (FileEntry file : files) {
                if (stopped.get()) {
                    return;
                }
                builds.leaveProcessors();
                if (pack(file, batch)) {
                    made.add(file.hash());
                }
            }
            if (!made.isEmpty()) {
                batch.settle();
                made.forEach(packed);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException e) {
            LOG.warn("Some contents could not be packed", e);
        } finally {
            close(batch);
        }
    }

    private static void close(Blobs.Batch batch) {
        try {
            batch.close();
        } catch (IOException e) {
            LOG.warn("What was not packed to the end could not be removed", e);
        }
    }

    private boolean pack(FileEntry file, Blobs.Batch batch) throws IOException {
        boolean made = false;
        byte[] bytes = null;
        for (Coding coding : List.of(Coding.GZIP, Coding.BROTLI)) {
            if (coding.available() && !blobs.isPacked(file.hash(), coding)) {
                bytes = bytes == null ? blobs.read(file.hash(), Coding.IDENTITY) : bytes;
                byte[] packed = coding.pack(bytes);
                boolean pays = packed.length < bytes.length * 9L / 10;
                batch.putPacked(file.hash(), coding, pays ? packed : new byte[0]);
                made = true;
            }
        }
        return made;
    }

    @PreDestroy
    void stop() {
        stopped.set(true);
        worker.shutdownNow();
    }
}
