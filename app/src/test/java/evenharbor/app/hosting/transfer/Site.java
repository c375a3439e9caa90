package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hashing;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.apache.commons.io.channels.ByteArraySeekableByteChannel;

/** Sites for tests: pages that name their assets by content, so that a page can be seen to be whole. */
final class Site implements Contents {

    private final Map<String, byte[]> blobs = new HashMap<>();

    static String hash(byte[] bytes) {
        return Hashing.sha256().hashBytes(bytes).toString();
    }

    FileEntry file(byte[] bytes) {
        blobs.put(hash(bytes), bytes);
        return new FileEntry(hash(bytes), bytes.length, "text/plain", true);
    }

    /** Pages and assets, of some edition: part of them the same in each, part changed, part in that one alone. */
    Manifest edition(int files, int edition) {
        Map<String, FileEntry> all = new TreeMap<>();
        Random random = new Random(files);
        int pages = files / 4;
        for (int i = 0; i < files - pages; i++) {
            byte[] bytes = new byte[500 + random.nextInt(4_000)];
            random.nextBytes(bytes);
            if (i % 10 == 0) {
                bytes[0] = (byte) edition;
            }
            String name = i % 20 == 5 ? "old" + edition + "-" + i : "a" + i;
            all.put("assets/" + i % 7 + "/" + name + ".bin", file(bytes));
        }
        List<String> assets = List.copyOf(all.keySet());
        for (int i = 0; i < pages; i++) {
            StringBuilder text = new StringBuilder("page " + i + " edition " + (i % 4 == 0 ? edition : 0) + "\n");
            for (int k = 0; k < 5; k++) {
                text.append(assets.get((i * 5 + k) % assets.size())).append('\n');
            }
            text.append("end\n");
            all.put(
                    i == 0 ? "index.html" : "p" + i % 4 + "/page" + i + ".html",
                    file(text.toString().getBytes(StandardCharsets.UTF_8)));
        }
        return Manifest.of(all);
    }

    @Override
    public SeekableByteChannel open(String hash) throws IOException {
        return ByteArraySeekableByteChannel.wrap(blobs.get(hash));
    }

    /** Whether something is one of the contents that were ever to be sent. */
    boolean knows(byte[] bytes) {
        return blobs.containsKey(hash(bytes));
    }

    /** A ledger in memory, as the database keeps it. */
    static final class Book implements LedgerKeeper {
        final Map<String, Ledger.Put> put = new HashMap<>();
        final Map<String, FileEntry> begun = new HashMap<>();

        @Override
        public void begin(List<Sending> files) {
            files.forEach(file -> begun.put(file.path(), file.file()));
        }

        @Override
        public void put(Map<String, Ledger.Put> files) {
            put.putAll(files);
            begun.keySet().removeAll(files.keySet());
        }

        @Override
        public void gone(Collection<String> paths) {
            put.keySet().removeAll(Set.copyOf(paths));
            begun.keySet().removeAll(Set.copyOf(paths));
        }

        @Override
        public void notPut(Collection<String> paths) {
            begun.keySet().removeAll(Set.copyOf(paths));
        }

        Ledger ledger() {
            return new Ledger(put);
        }
    }

    /** Publishes as the application does: settle, look, plan, carry out. @return the plan */
    HostPlan publish(RemoteFolder folder, Manifest toBe, Book book, Meter meter) throws IOException {
        folder.make();
        Delivery delivery = new Delivery(folder, this, book, meter);
        if (!book.begun.isEmpty()) {
            delivery.settle(Map.copyOf(book.begun), book.ledger());
        }
        Listing listed = folder.list(Set.of());
        Listing there = delivery.sure(listed, listed.doubtful(toBe, book.ledger()));
        HostPlan plan = HostPlan.of(toBe, book.ledger(), there, HostPlan.Wishes.NONE);
        delivery.carryOut(plan, new HashSet<>(Delivery.foldersOf(there.files().keySet())), delivery.arrived(plan));
        return plan;
    }

    /** What lies in a folder of the disk, but for files on their way. */
    static Map<String, byte[]> onDisk(Path root) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        if (Files.isDirectory(root)) {
            try (var walk = Files.walk(root)) {
                for (Path file : walk.filter(Files::isRegularFile).toList()) {
                    String path = root.relativize(file).toString();
                    if (!path.startsWith(Sending.FOLDER)) {
                        files.put(path, Files.readAllBytes(file));
                    }
                }
            }
        }
        return files;
    }
}
