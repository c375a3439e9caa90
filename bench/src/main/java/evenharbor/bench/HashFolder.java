package evenharbor.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.List;
import java.util.stream.Stream;

/** Hashes all files of a folder, on all cores, and does nothing else: the bare limit of whoever looks for changes. */
final class HashFolder {

    private HashFolder() {}

    public static void main(String[] arguments) throws IOException {
        List<Path> files;
        try (Stream<Path> all = Files.walk(Path.of(arguments[0]))) {
            files = all.filter(Files::isRegularFile).toList();
        }
        System.out.println(files.parallelStream().mapToInt(HashFolder::hash).sum());
    }

    private static int hash(Path file) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file))[0];
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
