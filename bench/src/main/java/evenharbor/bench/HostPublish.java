package evenharbor.bench;

import com.google.common.hash.Hashing;
import evenharbor.app.hosting.transfer.Contents;
import evenharbor.app.hosting.transfer.Delivery;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.LedgerKeeper;
import evenharbor.app.hosting.transfer.Meter;
import evenharbor.app.hosting.transfer.Reach;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.hosting.transfer.RemoteFolders;
import evenharbor.app.hosting.transfer.Sending;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.net.InetAddress;
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

/** Publishes made-up sites to hosts as the application does, with a ledger in memory, and says how long each took. */
final class HostPublish implements AutoCloseable {

    private final Map<String, Path> contents = new HashMap<>();
    private final Contents source = hash -> Files.newByteChannel(contents.get(hash));
    private final RemoteFolders folders = new RemoteFolders();

    RemoteFolders folders() {
        return folders;
    }

    @Override
    public void close() {
        folders.close();
    }

    /** A ledger that is kept in memory: what a database costs beside a line is not measured here. */
    static final class Book implements LedgerKeeper {
        private final Map<String, Ledger.Put> files = new HashMap<>();

        @Override
        public void begin(List<Sending> begun) {
            // Nothing is cut off here.
        }

        @Override
        public void put(Map<String, Ledger.Put> put) {
            files.putAll(put);
        }

        @Override
        public void gone(Collection<String> paths) {
            files.keySet().removeAll(Set.copyOf(paths));
        }

        @Override
        public void notPut(Collection<String> paths) {
            // Nothing is cut off here.
        }
    }

    /** A site of files of about the same size. @param bytes of all together */
    Manifest make(Path site, int count, int folderCount, int bytes) throws IOException {
        Random random = new Random(count);
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < count; i++) {
            String ending = i % 4 == 0 ? "html" : i % 4 == 1 ? "css" : "webp";
            String path = "part" + i % 10 + "/" + "shelf" + i % folderCount + "/file" + i + "." + ending;
            byte[] content = new byte[bytes / count / 2 + random.nextInt(bytes / count)];
            random.nextBytes(content);
            Path file = site.resolve(path);
            Files.createDirectories(file.getParent());
            Files.write(file, content);
            files.put(path, entry(content, file));
        }
        return Manifest.of(files);
    }

    /** A content of a site. @param file where it lies */
    FileEntry entry(byte[] content, Path file) {
        String hash = Hashing.sha256().hashBytes(content).toString();
        contents.put(hash, file);
        return new FileEntry(hash, content.length, "application/octet-stream", false);
    }

    /** The way to a folder of a host. */
    interface Door {
        RemoteFolder open() throws IOException;
    }

    /** A publish from signing in to the end. @param seen what is there, when it is known; null to look @return seconds */
    double publish(Door door, Manifest toBe, Book book, Listing seen) throws IOException {
        long begin = System.nanoTime();
        try (RemoteFolder open = door.open()) {
            open.make();
            Ledger ledger = new Ledger(book.files);
            Listing there = seen;
            if (there == null) {
                there = open.list(Set.of());
            } else {
                Set<String> touched = new HashSet<>();
                HostPlan.of(toBe, ledger, seen, HostPlan.Wishes.NONE).steps().forEach(s -> touched.add(s.path()));
                there = seen.with(touched, open.look(touched));
            }
            HostPlan plan = HostPlan.of(toBe, ledger, there, HostPlan.Wishes.NONE);
            new Delivery(open, source, book, Meter.NONE)
                    .carryOut(plan, Delivery.foldersOf(there.files().keySet()), Set.of());
        }
        return (System.nanoTime() - begin) / 1e9;
    }

    /** How to reach a host whose key is taken for granted. */
    Reach accepted(Protocol protocol, int port, String user, String secret, int connections) throws IOException {
        Reach unseen = new Reach(
                protocol, "localhost", List.of(InetAddress.getLoopbackAddress()), port, user, secret, "", connections);
        String identity = "";
        try {
            folders.open(unseen, "").close();
        } catch (HostTrouble e) {
            identity = e.said();
        }
        return new Reach(protocol, unseen.server(), unseen.numbers(), port, user, secret, identity, connections);
    }

    /** What is there after another client wrote over some files: taken for what we put, so that they are sent again. */
    static Listing restored(Door door, Listing seen, List<String> paths, Book book) throws IOException {
        try (RemoteFolder open = door.open()) {
            Map<String, Listing.Found> now = open.look(paths);
            now.forEach((path, found) ->
                    book.files.put(path, new Ledger.Put(book.files.get(path).hash(), found.size(), found.changed())));
            return seen.with(paths, now);
        }
    }

    /** What a ledger says is there. */
    static Listing listing(Book book) {
        Map<String, Listing.Found> files = new HashMap<>();
        book.files.forEach((path, put) ->
                files.put(path, Listing.Found.at(put.size(), put.changed().orElseThrow())));
        return new Listing(files);
    }
}
