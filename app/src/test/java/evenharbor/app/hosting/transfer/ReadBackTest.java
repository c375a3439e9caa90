package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.core.hosting.host.Protocol;
import evenharbor.practice.host.HostingFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What lies on a host is read back, many files at once, and told by its hash. */
class ReadBackTest {

    /** Around what is asked for in one request, and around what is asked for at once. */
    private static final int[] SIZES = {0, 1, 32_767, 32_768, 32_769, 262_144, 262_145, 1_000_000};

    @TempDir
    Path folder;

    private final Map<String, Long> sizes = new HashMap<>();
    private final Map<String, String> hashes = new HashMap<>();
    private final Map<String, Long> moved = new ConcurrentHashMap<>();
    private final Meter meter = new Meter() {
        @Override
        public void moved(String path, long bytes) {
            moved.merge(path, bytes, Long::sum);
        }
    };

    private void fill(Path root) throws IOException {
        Random random = new Random(7);
        for (int i = 0; i < 150; i++) {
            byte[] bytes = new byte[i < SIZES.length ? SIZES[i] : random.nextInt(3_000)];
            random.nextBytes(bytes);
            String path = "part" + i % 5 + "/file " + i + ".bin";
            Files.createDirectories(root.resolve(path).getParent());
            Files.write(root.resolve(path), bytes);
            sizes.put(path, (long) bytes.length);
            hashes.put(path, Site.hash(bytes));
        }
        sizes.put("part1/gone since.bin", 7L);
    }

    @ParameterizedTest
    @CsvSource({"SFTP, NONE, 158", "FTPS, NONE, 0", "FTP, NO_MLSD, 158", "FTPS, NO_MLSD, 158"})
    void hashesAreThoseOfTheFiles(Protocol protocol, HostingFault manner) throws IOException {
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            fill(host.home().resolve("site"));
            host.manner.setFault(manner);
            try (RemoteFolder open = folders.open(host.reach(3), "/site")) {
                assertThat(open.hashes(sizes, meter)).isEqualTo(hashes);
                sizes.remove("part1/gone since.bin");
                assertThat(moved).isEqualTo(sizes);
            }
        }
    }

    @Test
    void hashesAreThoseOfTheFilesInAFolderOfThisMachine() throws IOException {
        fill(folder.resolve("opened/site"));
        try (RemoteFolders folders = new RemoteFolders();
                RemoteFolder open = folders.open(folder.resolve("opened"), "site")) {
            assertThat(open.hashes(sizes, meter)).isEqualTo(hashes);
        }
    }

    @ParameterizedTest
    @CsvSource({"SFTP", "FTP"})
    void readingStopsWhenItsOwnerWantsItSo(Protocol protocol) throws IOException {
        AtomicInteger asked = new AtomicInteger();
        Meter stops = new Meter() {
            @Override
            public void mayStop() {
                if (asked.incrementAndGet() > 20) {
                    throw new Stopped();
                }
            }
        };
        try (RemoteFolders folders = new RemoteFolders();
                Hosts host = new Hosts(protocol, folder).accepted(folders)) {
            fill(host.home().resolve("site"));
            try (RemoteFolder open = folders.open(host.reach(2), "/site")) {
                assertThatThrownBy(() -> open.hashes(sizes, stops)).isInstanceOf(Meter.Stopped.class);
                assertThat(open.hashes(sizes, Meter.NONE))
                        .as("it can be used on")
                        .isEqualTo(hashes);
            }
        }
    }
}
