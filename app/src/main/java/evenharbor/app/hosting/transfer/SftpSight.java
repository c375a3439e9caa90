package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import java.io.IOException;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.client.SftpClient.Attributes;
import org.apache.sshd.sftp.common.SftpConstants;

/** Sees what is in a folder over SFTP: many folders and files are asked about at once. */
final class SftpSight {

    private final SftpPipe pipe;
    private final String root;

    SftpSight(SftpPipe pipe, String root) {
        this.pipe = pipe;
        this.root = root;
    }

    /** Where a path of the folder is on the host. */
    String at(String path) {
        return root + "/" + path;
    }

    /** Hears of each entry of one folder. */
    void list(String folder, BiConsumer<String, Attributes> entry) throws IOException {
        pipe.each(List.of(folder).iterator(), one -> entries(one, entry));
    }

    /** Everything below, but for our own temporary files and these folders. */
    Listing list(Set<String> without) throws IOException {
        Map<String, Listing.Found> files = new HashMap<>();
        Deque<String> folders = new ArrayDeque<>(List.of(""));
        // Folders that are found on the way join the work that is left; the pipe asks for more only when it has room.
        Iterator<String> found = new Iterator<>() {
            @Override
            public boolean hasNext() {
                return !folders.isEmpty();
            }

            @Override
            public String next() {
                return folders.poll();
            }
        };
        pipe.each(
                found,
                folder -> entries(folder, (name, attributes) -> {
                    String path = folder + name;
                    if (!attributes.isDirectory()) {
                        files.put(path, found(attributes));
                    } else if (!path.equals(Sending.FOLDER) && !without.contains(path + "/")) {
                        folders.add(path + "/");
                    }
                }));
        return new Listing(files);
    }

    /** Hears of each entry of a folder but the folder itself and the one above it. */
    private void entries(String folder, BiConsumer<String, Attributes> entry) throws IOException {
        pipe.ask(
                SftpConstants.SSH_FXP_OPENDIR,
                at(folder),
                answer -> readOn(folder, answer.handle("list “" + at(folder) + "”"), entry));
    }

    private void readOn(String folder, byte[] handle, BiConsumer<String, Attributes> entry) throws IOException {
        pipe.ask(SftpConstants.SSH_FXP_READDIR, SftpPipe.byHandle(handle), answer -> {
            if (answer.type() != SftpConstants.SSH_FXP_NAME) {
                pipe.ask(SftpConstants.SSH_FXP_CLOSE, SftpPipe.byHandle(handle), closed -> {});
                if (answer.status() != SftpConstants.SSH_FX_EOF) {
                    throw answer.trouble("list “" + at(folder) + "”");
                }
                return;
            }
            Buffer body = answer.body();
            for (int count = body.getInt(); count > 0; count--) {
                String name = body.getString();
                body.getBytes();
                Attributes attributes = pipe.attributes(answer);
                if (!name.equals(".") && !name.equals("..")) {
                    entry.accept(name, attributes);
                }
            }
            readOn(folder, handle, entry);
        });
    }

    /** A file as its attributes tell it: times are whole seconds, and may be kept back. */
    static Listing.Found found(Attributes attributes) {
        return new Listing.Found(
                attributes.getSize(),
                Optional.ofNullable(attributes.getModifyTime()).map(FileTime::toInstant),
                Duration.ofSeconds(1),
                Optional.empty());
    }

    /** How some paths are now. */
    Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
        Map<String, Listing.Found> files = new HashMap<>();
        pipe.each(
                paths.iterator(),
                path -> pipe.ask(SftpConstants.SSH_FXP_LSTAT, at(path), answer -> {
                    if (answer.type() == SftpConstants.SSH_FXP_ATTRS) {
                        Attributes attributes = pipe.attributes(answer);
                        if (!attributes.isDirectory()) {
                            files.put(path, found(attributes));
                        }
                    } else if (answer.status() != SftpConstants.SSH_FX_NO_SUCH_FILE) {
                        throw answer.trouble("look at “" + at(path) + "”");
                    }
                }));
        return files;
    }

    /** The names of the folders right in this one. */
    List<String> folders() throws IOException {
        List<String> names = new ArrayList<>();
        list("", (name, attributes) -> {
            if (attributes.isDirectory() && !name.startsWith(".")) {
                names.add(name);
            }
        });
        return names;
    }

    /** Whether there is a folder. @param at its path on the host */
    boolean isFolder(String at) throws IOException {
        boolean[] folder = new boolean[1];
        pipe.each(
                List.of(at).iterator(),
                f -> pipe.ask(
                        SftpConstants.SSH_FXP_STAT,
                        f,
                        answer -> folder[0] = answer.type() == SftpConstants.SSH_FXP_ATTRS
                                && pipe.attributes(answer).isDirectory()));
        return folder[0];
    }
}
