package evenharbor.bench;

import evenharbor.core.when.retention.MarkedContents;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.stream.Stream;

/** Contents that nothing refers to, let go of. */
final class SweepBench {

    private SweepBench() {}

    /** A million contents, of which a hundredth is not needed any more. */
    static Row run(Path folder) throws IOException {
        int contents = 1_000_000;
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        MarkedContents marks = new MarkedContents();
        for (int i = 0; i < contents; i++) {
            String hash = MadeFiles.hash(i);
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
