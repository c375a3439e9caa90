package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hashing;
import evenharbor.core.what.version.FileEntry;
import java.nio.charset.StandardCharsets;

/**
 * A file on its way.
 *
 * @param path where it shall be, within the folder
 * @param file its content
 */
public record Sending(String path, FileEntry file) {

    /** The folder, within a destination, where files lie until they are whole. */
    public static final String FOLDER = ".even-harbor-sending";

    /** The temporary name, within the destination; the same for the same content at the same path. */
    String temporary() {
        return FOLDER + "/"
                + Hashing.sha256()
                        .hashString(path + "\n" + file.hash(), StandardCharsets.UTF_8)
                        .toString()
                        .substring(0, 32);
    }
}
