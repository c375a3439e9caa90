package evenharbor.practice.host;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * An account at a hosting company.
 *
 * @param user to sign in with
 * @param password to sign in with
 * @param home the folder that the account sees as its top
 * @param manner how its servers behave
 */
public record HostingAccount(String user, String password, Path home, HostingManner manner) {

    /** Whether so many bytes more find room. */
    boolean hasRoom(long more) {
        long quota = manner.quota();
        return quota == Long.MAX_VALUE || used() + more <= quota;
    }

    private long used() {
        long[] bytes = new long[1];
        try {
            Files.walkFileTree(home, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    bytes[0] += attributes.size();
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException e) {
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes[0];
    }
}
