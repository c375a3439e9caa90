package evenharbor.bench;

import evenharbor.core.what.version.FileEntry;
import java.util.HexFormat;
import java.util.Random;

/** Made-up files, the same for the same number. */
final class MadeFiles {

    private MadeFiles() {}

    static FileEntry file(int content) {
        return new FileEntry(hash(content), 10_000, "text/html", true);
    }

    static String hash(long content) {
        byte[] bytes = new byte[32];
        new Random(content).nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }
}
