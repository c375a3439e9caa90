package evenharbor.app.common.node;

import evenharbor.app.HarborProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The name of this process among those that share the database, by which it finds again what it was doing when it was
 * killed. Names are made up and kept as files of the harbor's folder; a process holds the lock of its own for as long as it
 * runs, so that no two have one name, and takes over that of one that runs no more.
 */
@Component
public class NodeName {

    private final FileChannel held;
    private final String value;

    NodeName(HarborProperties harbor) {
        Path folder = harbor.home().resolve("nodes");
        try {
            Files.createDirectories(folder);
            FileChannel channel = null;
            String name = null;
            for (Path left : left(folder)) {
                channel = locked(left);
                if (channel != null) {
                    name = left.getFileName().toString();
                    break;
                }
            }
            while (channel == null) {
                name = UUID.randomUUID().toString().replace("-", "").substring(0, 12);
                channel = locked(folder.resolve(name));
            }
            held = channel;
            value = name;
        } catch (IOException e) {
            throw new UncheckedIOException("This process cannot be named in " + folder, e);
        }
    }

    private static List<Path> left(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.sorted().toList();
        }
    }

    /** The lock of a name, which ends with the process; null when another process has it. */
    private static FileChannel locked(Path file) throws IOException {
        FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        try {
            if (channel.tryLock() != null) {
                return channel;
            }
        } catch (OverlappingFileLockException e) {
            // It is held within this very process.
        }
        channel.close();
        return null;
    }

    /** The name; at most 12 letters and digits. */
    public String value() {
        return value;
    }

    /** As the end of the process does it; nothing else may, for work that ends late is still this one's. */
    void release() throws IOException {
        held.close();
    }
}
