package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hashing;
import com.google.common.io.MoreFiles;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A folder on this server, within one that the operator opened. Symbolic links are not followed out of it. */
final class LocalFolder implements RemoteFolder {

    private final Path opened;
    private final Path root;
    private final Set<Path> within = new HashSet<>();

    LocalFolder(Path opened, String folder) throws IOException {
        try {
            this.opened = opened.toRealPath();
        } catch (NoSuchFileException e) {
            throw new HostTrouble(HostFault.FOLDER_MISSING, "The folder that was opened for publishing is gone.", e);
        }
        this.root = this.opened.resolve(folder.replaceFirst("^/+", "")).normalize();
        if (!root.startsWith(this.opened)) {
            throw new HostTrouble(HostFault.NO_PERMISSION, "This is outside the folder that was opened.");
        }
    }

    /** Where a path is, when it is inside; links on the way are looked through. */
    private Path at(String path) throws IOException {
        Path at = root.resolve(path).normalize();
        Path parent = at.getParent();
        // The last part, too: a link there would be read, or written through, wherever it leads.
        if (!at.startsWith(root) || !isWithin(parent) || Files.isSymbolicLink(at)) {
            throw new HostTrouble(HostFault.NO_PERMISSION, "“" + path + "” leads out of the folder that was opened.");
        }
        return at;
    }

    private boolean isWithin(Path folder) throws IOException {
        if (within.contains(folder)) {
            return true;
        }
        Path there = folder;
        while (!Files.exists(there, LinkOption.NOFOLLOW_LINKS)) {
            there = there.getParent();
        }
        boolean inside = there.toRealPath().startsWith(opened);
        if (inside && there.equals(folder)) {
            within.add(folder);
        }
        return inside;
    }

    private static HostTrouble trouble(IOException e) {
        if (e instanceof HostTrouble already) {
            return already;
        }
        String said = e.getClass().getSimpleName() + ": " + e.getMessage();
        if (e instanceof NoSuchFileException) {
            return new HostTrouble(HostFault.FOLDER_MISSING, said, e);
        }
        boolean full = said.contains("No space left") || said.contains("quota exceeded");
        HostFault fault = full
                ? HostFault.DISK_FULL
                : e instanceof AccessDeniedException ? HostFault.NO_PERMISSION : HostFault.ANSWER_UNEXPECTED;
        return new HostTrouble(fault, said, e);
    }

    private interface Work<T> {
        T run() throws IOException;
    }

    /** Does work, telling apart what goes wrong. */
    private static <T> T telling(Work<T> work) throws HostTrouble {
        try {
            return work.run();
        } catch (IOException e) {
            throw trouble(e);
        }
    }

    private static Listing.Found found(BasicFileAttributes attributes) {
        return Listing.Found.at(attributes.size(), attributes.lastModifiedTime().toInstant());
    }

    @Override
    public Listing list(Set<String> without) throws IOException {
        Map<String, Listing.Found> files = new HashMap<>();
        return telling(() -> {
            if (!isWithin(root)) {
                throw new HostTrouble(HostFault.NO_PERMISSION, "This leads out of the folder that was opened.");
            }
            Files.walkFileTree(root, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
                    String path = path(folder) + "/";
                    return path.equals(Sending.FOLDER + "/") || without.contains(path)
                            ? FileVisitResult.SKIP_SUBTREE
                            : FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    // Links and devices are nobody's pages.
                    if (!attributes.isRegularFile()) {
                        return FileVisitResult.CONTINUE;
                    }
                    files.put(path(file), found(attributes));
                    return FileVisitResult.CONTINUE;
                }
            });
            return new Listing(files);
        });
    }

    @Override
    public List<String> folders() throws IOException {
        return telling(() -> {
            try (var entries = Files.list(root)) {
                return entries.filter(Files::isDirectory)
                        .map(entry -> entry.getFileName().toString())
                        .toList();
            }
        });
    }

    private String path(Path file) {
        return root.relativize(file).toString().replace('\\', '/');
    }

    @Override
    public Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
        Map<String, Listing.Found> files = new HashMap<>();
        return telling(() -> {
            for (String path : paths) {
                try {
                    files.put(
                            path,
                            found(Files.readAttributes(
                                    at(path), BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS)));
                } catch (NoSuchFileException e) {
                    // Missing in the answer.
                }
            }
            return files;
        });
    }

    @Override
    public void read(String path, OutputStream to) throws IOException {
        telling(() -> {
            try (InputStream in = Files.newInputStream(at(path), LinkOption.NOFOLLOW_LINKS)) {
                return in.transferTo(to);
            }
        });
    }

    @Override
    public Map<String, String> hashes(Map<String, Long> sizes, Meter meter) throws IOException {
        Map<String, String> hashes = new HashMap<>();
        for (Map.Entry<String, Long> file : sizes.entrySet()) {
            meter.mayStop();
            telling(() -> {
                try {
                    hashes.put(
                            file.getKey(),
                            MoreFiles.asByteSource(at(file.getKey()), LinkOption.NOFOLLOW_LINKS)
                                    .hash(Hashing.sha256())
                                    .toString());
                } catch (NoSuchFileException e) {
                    // Missing in the answer.
                }
                return null;
            });
            meter.moved(file.getKey(), file.getValue());
        }
        return hashes;
    }

    @Override
    public boolean make() throws IOException {
        return telling(() -> {
            boolean missing = !Files.isDirectory(root);
            if (!isWithin(root)) {
                throw new HostTrouble(HostFault.NO_PERMISSION, "This leads out of the folder that was opened.");
            }
            Files.createDirectories(root);
            return missing;
        });
    }

    @Override
    public void makeFolders(Set<String> folders) throws IOException {
        telling(() -> {
            for (String folder : folders) {
                Files.createDirectories(at(folder));
            }
            return Files.createDirectories(at(Sending.FOLDER));
        });
    }

    /** None: sending again costs less than being sure whose file it is. */
    @Override
    public Set<String> arrived(List<Sending> files) {
        return Set.of();
    }

    @Override
    public void send(List<Sending> files, Contents contents, Meter meter) throws IOException {
        for (Sending file : files) {
            meter.mayStop();
            Path to = at(file.temporary());
            // What an earlier try left; it is made anew, never written through.
            telling(() -> Files.deleteIfExists(to));
            try (SeekableByteChannel content = contents.open(file.file().hash())) {
                write(content, to);
            }
            meter.moved(file.path(), file.file().size());
        }
    }

    private static void write(SeekableByteChannel content, Path to) throws HostTrouble {
        telling(() -> {
            try (FileChannel out = FileChannel.open(
                    to, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS)) {
                long size = content.size();
                if (content instanceof FileChannel file) {
                    for (long done = 0; done < size; ) {
                        done += file.transferTo(done, size - done, out);
                    }
                } else {
                    for (long done = 0; done < size; ) {
                        done += out.transferFrom(content, done, size - done);
                    }
                }
                return null;
            }
        });
    }

    @Override
    public void place(List<Sending> files, Contents contents) throws IOException {
        telling(() -> {
            for (Sending file : files) {
                Files.move(
                        at(file.temporary()),
                        at(file.path()),
                        StandardCopyOption.ATOMIC_MOVE,
                        StandardCopyOption.REPLACE_EXISTING);
            }
            return null;
        });
    }

    @Override
    public void remove(List<String> paths) throws IOException {
        telling(() -> {
            for (String path : paths) {
                Files.deleteIfExists(at(path));
            }
            return null;
        });
    }

    @Override
    public void tidy(Collection<String> folders) throws IOException {
        telling(() -> {
            Path sending = at(Sending.FOLDER);
            if (Files.isDirectory(sending, LinkOption.NOFOLLOW_LINKS)) {
                try (var left = Files.newDirectoryStream(sending)) {
                    for (Path file : left) {
                        Files.delete(file);
                    }
                }
                Files.delete(sending);
            }
            for (String folder : folders) {
                try {
                    Files.deleteIfExists(at(folder));
                } catch (DirectoryNotEmptyException e) {
                    // Others' files are in it.
                }
            }
            return null;
        });
    }

    @Override
    public List<String> shortcomings() {
        return List.of();
    }

    @Override
    public void close() {
        // Nothing is held open.
    }
}
