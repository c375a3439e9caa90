package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Calendar;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.apache.commons.net.ftp.FTPFile;
import org.apache.commons.net.ftp.FTPReply;

/** Sees what is in a folder over FTP. */
final class FtpSight {

    /** What a listing without times of day leaves open. */
    private static final Duration DAY = Duration.ofDays(1);

    private final FtpLines lines;
    private final String root;
    /** Whether the server lists in the form that is for programs (RFC 3659). */
    private final boolean exact;

    FtpSight(FtpLines lines, String root, boolean exact) {
        this.lines = lines;
        this.root = root;
        this.exact = exact;
    }

    /** Where a path of the folder is on the host. */
    String at(String path) {
        return root + "/" + path;
    }

    /** Everything below, but for our own temporary files and these folders. */
    Listing list(Set<String> without) throws IOException {
        Map<String, Listing.Found> files = new ConcurrentHashMap<>();
        // Some servers list a folder that is not there as empty.
        lines.each(
                List.of(root),
                (line, at) -> line.good(at.isEmpty() || line.changeWorkingDirectory(at), "open “" + at + "”"));
        List<String> level = List.of("");
        while (!level.isEmpty()) {
            Queue<String> next = new ConcurrentLinkedQueue<>();
            lines.each(level, (line, folder) -> {
                for (FTPFile entry : entries(line, at(folder))) {
                    String path = folder + entry.getName();
                    if (!entry.isDirectory()) {
                        files.put(path, found(entry));
                    } else if (!path.equals(Sending.FOLDER) && !without.contains(path + "/")) {
                        next.add(path + "/");
                    }
                }
            });
            level = List.copyOf(next);
        }
        return new Listing(files);
    }

    /** The names of the folders in it. */
    List<String> folders() throws IOException {
        List<String> names = new ArrayList<>();
        lines.each(
                List.of(""),
                (line, folder) -> entries(line, at(folder)).stream()
                        .filter(FTPFile::isDirectory)
                        .forEach(entry -> names.add(entry.getName())));
        return names;
    }

    /** What a folder holds, without itself and the one above it. */
    List<FTPFile> entries(FtpLine line, String at) throws IOException {
        String folder = at.length() > 1 ? at.replaceFirst("/$", "") : at;
        FTPFile[] all;
        if (exact) {
            all = line.mlistDir(folder);
        } else {
            // Some servers list the folder they are in and nothing else, or trip over spaces in its name.
            line.good(line.changeWorkingDirectory(folder), "list “" + folder + "”");
            all = line.listFiles();
        }
        line.good(FTPReply.isPositiveCompletion(line.getReplyCode()), "list “" + folder + "”");
        List<FTPFile> entries = new ArrayList<>();
        for (FTPFile entry : all) {
            if (entry != null && entry.getName() != null) {
                String name = entry.getName();
                if (!name.equals(".") && !name.equals("..") && !isSelf(entry)) {
                    entries.add(entry);
                }
            }
        }
        return entries;
    }

    /** RFC 3659 lists the folder itself and its parent too. */
    private static boolean isSelf(FTPFile entry) {
        String raw = String.valueOf(entry.getRawListing()).toLowerCase(Locale.ROOT);
        return raw.contains("type=cdir;") || raw.contains("type=pdir;");
    }

    private Listing.Found found(FTPFile entry) {
        Optional<Instant> changed = Optional.ofNullable(entry.getTimestampInstant());
        Duration within = exact
                ? Duration.ofSeconds(1)
                : entry.getTimestamp() != null && entry.getTimestamp().isSet(Calendar.HOUR_OF_DAY)
                        ? Duration.ofMinutes(1)
                        : DAY;
        return new Listing.Found(entry.getSize(), changed, within, Optional.empty());
    }

    /** Those of some files that are there. */
    Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
        Map<String, Set<String>> byFolder = new TreeMap<>();
        for (String path : paths) {
            byFolder.computeIfAbsent(path.substring(0, path.lastIndexOf('/') + 1), folder -> new TreeSet<>())
                    .add(path);
        }
        Map<String, Listing.Found> files = new ConcurrentHashMap<>();
        lines.each(byFolder.entrySet(), (line, folder) -> {
            List<FTPFile> entries;
            try {
                entries = entries(line, at(folder.getKey()));
            } catch (HostTrouble e) {
                if (e.fault() == HostFault.FOLDER_MISSING) {
                    return;
                }
                throw e;
            }
            for (FTPFile entry : entries) {
                String path = folder.getKey() + entry.getName();
                if (!entry.isDirectory() && folder.getValue().contains(path)) {
                    files.put(path, found(entry));
                }
            }
        });
        return new HashMap<>(files);
    }

    /** Whether a file is there. */
    boolean isThere(FtpLine line, String path) throws IOException {
        String folder = path.substring(0, path.lastIndexOf('/') + 1);
        try {
            return entries(line, at(folder)).stream().anyMatch(entry -> (folder + entry.getName()).equals(path));
        } catch (HostTrouble e) {
            if (e.fault() == HostFault.FOLDER_MISSING) {
                return false;
            }
            throw e;
        }
    }
}
