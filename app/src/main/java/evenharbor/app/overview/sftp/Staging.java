package evenharbor.app.overview.sftp;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import evenharbor.app.what.content.FileEntries;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.FileEdits;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.CopyOption;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;

/**
 * The draft as a session sees it: names in a file system in memory, contents where they are kept, and what is new in files
 * of its own until the session's work becomes a change. Names are told apart by their node, so a rename carries the content.
 */
final class Staging implements Closeable {

    /** What a file holds: a content that is kept, or a file of this session's. */
    private record Content(FileEntry kept, Path own) {}

    private final FileSystem names;
    private final Path folder;
    private final Blobs blobs;
    private final Map<Object, Content> contents = new HashMap<>();
    private final Map<String, Map<String, String>> siblings = new HashMap<>();
    private final Set<SeekableByteChannel> open = new HashSet<>();
    private final AtomicLong written = new AtomicLong();
    private Manifest base;

    /** How many there are now. */
    private int files;

    /** @param folder for the contents that are sent @param at when the files were changed, as programs are told */
    Staging(Manifest draft, Instant at, Path folder, Blobs blobs) throws IOException {
        this.base = SettingsFile.without(draft);
        this.files = base.count();
        this.folder = Files.createDirectories(folder);
        this.blobs = blobs;
        this.names = Jimfs.newFileSystem(Configuration.unix().toBuilder()
                .setAttributeViews("basic", "owner", "posix", "unix")
                .setWorkingDirectory("/")
                .build());
        FileTime time = FileTime.from(at);
        for (Map.Entry<String, FileEntry> file : base.files().entrySet()) {
            Path path = names.getPath("/" + file.getKey());
            Files.createDirectories(path.getParent());
            Files.createFile(path);
            Files.setLastModifiedTime(path, time);
            contents.put(node(path), new Content(file.getValue(), null));
        }
    }

    FileSystem names() {
        return names;
    }

    private static Object node(Path path) throws IOException {
        return Files.readAttributes(path, BasicFileAttributes.class).fileKey();
    }

    /** Refuses a name that no site takes, in the words of an upload. */
    private static void check(Path path) throws SftpException {
        String name = path.toAbsolutePath().normalize().toString().substring(1);
        if (!name.isEmpty() && SitePath.read(name) instanceof SitePath.Refused refused) {
            throw new SftpException(
                    SftpConstants.SSH_FX_FAILURE, refused.problem().sentence());
        }
    }

    /** Refuses a name that is another one but for its case, or form: no file system holds both everywhere. */
    private void checkAlone(Path path) throws IOException {
        Map<String, String> folder = siblings(path.toAbsolutePath().getParent());
        String name = path.getFileName().toString();
        String other = folder.putIfAbsent(SitePath.sameEverywhere(name), name);
        if (other != null && !other.equals(name)) {
            throw new SftpException(
                    SftpConstants.SSH_FX_FAILURE,
                    "“" + name + "” and “" + other + "” would be the same file on many systems.");
        }
    }

    /** The names in a folder, by what they are on any system. */
    private Map<String, String> siblings(Path folder) throws IOException {
        Map<String, String> known = siblings.get(folder.toString());
        if (known == null) {
            known = new HashMap<>();
            try (Stream<Path> all = Files.list(folder)) {
                for (Path each : (Iterable<Path>) all::iterator) {
                    String name = each.getFileName().toString();
                    known.put(SitePath.sameEverywhere(name), name);
                }
            }
            siblings.put(folder.toString(), known);
        }
        return known;
    }

    synchronized void createDirectory(Path path) throws IOException {
        check(path);
        checkAlone(path);
        Files.createDirectory(path);
    }

    synchronized void rename(Path from, Path to, Collection<CopyOption> options) throws IOException {
        check(to);
        String other = siblings(to.toAbsolutePath().getParent())
                .get(SitePath.sameEverywhere(to.getFileName().toString()));
        boolean itself = from.toAbsolutePath().equals(to.toAbsolutePath().resolveSibling(other == null ? "" : other));
        if (!itself) {
            checkAlone(to);
        }
        boolean replaces = Files.isRegularFile(to);
        siblings.clear();
        Files.move(from, to, options.toArray(CopyOption[]::new));
        files -= replaces ? 1 : 0;
    }

    synchronized void remove(Path path) throws IOException {
        boolean file = Files.isRegularFile(path);
        Files.delete(path);
        siblings.clear();
        files -= file ? 1 : 0;
    }

    /** How large a file is. */
    synchronized long size(Path path) throws IOException {
        Content content = contents.get(node(path));
        return content == null ? 0 : content.kept() != null ? content.kept().size() : Files.size(content.own());
    }

    synchronized SeekableByteChannel open(Path path, Set<? extends OpenOption> options) throws IOException {
        SeekableByteChannel channel =
                options.contains(StandardOpenOption.WRITE) || options.contains(StandardOpenOption.APPEND)
                        ? writing(path, options)
                        : reading(path);
        open.add(channel);
        return channel;
    }

    private SeekableByteChannel reading(Path path) throws IOException {
        Content content = contents.get(node(path));
        return content == null || content.kept() == null
                ? FileChannel.open(own(path), StandardOpenOption.READ)
                : blobs.open(content.kept().hash(), Coding.IDENTITY);
    }

    private SeekableByteChannel writing(Path path, Set<? extends OpenOption> options) throws IOException {
        boolean creates =
                options.contains(StandardOpenOption.CREATE) || options.contains(StandardOpenOption.CREATE_NEW);
        boolean there = Files.exists(path);
        if (options.contains(StandardOpenOption.CREATE_NEW) || creates && !there) {
            check(path);
            checkAlone(path);
            checkRoom();
            Files.createFile(path);
            files++;
        }
        boolean empties = options.contains(StandardOpenOption.TRUNCATE_EXISTING);
        Path own = own(path, empties);
        Files.setLastModifiedTime(path, FileTime.from(Instant.now()));
        List<OpenOption> how = new ArrayList<>(List.of(StandardOpenOption.WRITE));
        if (options.contains(StandardOpenOption.APPEND)) {
            how.set(0, StandardOpenOption.APPEND);
        } else {
            how.add(StandardOpenOption.READ);
        }
        if (empties) {
            how.add(StandardOpenOption.TRUNCATE_EXISTING);
        }
        return new BoundedChannel(
                FileChannel.open(own, how.toArray(OpenOption[]::new)), written, IntakeLimits.DEFAULT.bytes());
    }

    private void checkRoom() throws SftpException {
        if (files >= IntakeLimits.DEFAULT.files()) {
            throw new SftpException(
                    SftpConstants.SSH_FX_FAILURE, "A site holds at most " + IntakeLimits.DEFAULT.files() + " files.");
        }
    }

    private Path own(Path path) throws IOException {
        return own(path, false);
    }

    /** The file of this session's that holds what a name does. @param empties whether what it held is not needed */
    private Path own(Path path, boolean empties) throws IOException {
        Object node = node(path);
        Content content = contents.get(node);
        if (content != null && content.own() != null) {
            return content.own();
        }
        Path own = Files.createTempFile(folder, "f", ".part");
        if (content != null && !empties) {
            try (InputStream kept =
                            Channels.newInputStream(blobs.open(content.kept().hash(), Coding.IDENTITY));
                    var out = Files.newOutputStream(own)) {
                kept.transferTo(out);
            }
        }
        contents.put(node, new Content(null, own));
        return own;
    }

    /** A file was closed. */
    synchronized void closed(java.nio.channels.Channel channel) {
        open.removeIf(each -> each == channel || !each.isOpen());
    }

    /** Whether a file is open. */
    synchronized boolean busy() {
        open.removeIf(channel -> !channel.isOpen());
        return !open.isEmpty();
    }

    /** What the session did since its work last became a change. What has no place in a site is left out. */
    synchronized FileEdits edits() throws IOException {
        Map<String, FileEntry> now = new TreeMap<>();
        Set<Object> alive = new HashSet<>();
        Blobs.Batch batch = blobs.batch();
        try {
            List<Path> all;
            try (Stream<Path> walk = Files.walk(names.getPath("/"))) {
                all = walk.filter(Files::isRegularFile).toList();
            }
            for (Path path : all) {
                Object node = node(path);
                alive.add(node);
                String name = path.toString().substring(1);
                if (!SitePath.isHidden(name) && !SitePath.isLeftover(name)) {
                    now.put(name, entry(name, contents.get(node), batch));
                }
            }
            batch.settle();
        } finally {
            batch.close();
        }
        for (Map.Entry<Object, Content> each : Map.copyOf(contents).entrySet()) {
            if (!alive.contains(each.getKey())) {
                forget(each.getKey(), each.getValue());
            }
        }
        return FileEdits.between(base, now);
    }

    private FileEntry entry(String name, Content content, Blobs.Batch batch) throws IOException {
        if (content == null) {
            return FileEntries.of(name, batch.put(new byte[0]), new byte[0]);
        }
        if (content.kept() == null) {
            try (InputStream in = Files.newInputStream(content.own())) {
                return FileEntries.of(name, in, batch::put);
            }
        }
        // By another name it may be something else.
        return content.kept().mediaType().equals(FileEntries.mediaType(name))
                ? content.kept()
                : FileEntries.of(name, content.kept().hash(), content.kept().size(), blobs);
    }

    private void forget(Object node, Content content) throws IOException {
        contents.remove(node);
        if (content.own() != null) {
            Files.deleteIfExists(content.own());
        }
    }

    /** What was done is a change of the draft now; the session goes on from there. */
    synchronized void became(FileEdits edits) throws IOException {
        base = edits.on(base);
        written.set(0);
        for (Map.Entry<String, FileEntry> put : edits.put().entrySet()) {
            Path path = names.getPath("/" + put.getKey());
            if (Files.exists(path)) {
                Content was = contents.put(node(path), new Content(put.getValue(), null));
                if (was != null && was.own() != null) {
                    Files.deleteIfExists(was.own());
                }
            }
        }
    }

    @Override
    public synchronized void close() throws IOException {
        for (Content content : contents.values()) {
            if (content.own() != null) {
                Files.deleteIfExists(content.own());
            }
        }
        contents.clear();
        Files.deleteIfExists(folder);
        names.close();
    }
}
