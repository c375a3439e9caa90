package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
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

/** A folder over FTP or FTPS. */
final class FtpFolder implements RemoteFolder {

    /** What a listing without times of day leaves open. */
    private static final Duration DAY = Duration.ofDays(1);

    private final FtpLines lines;
    private final String root;
    private final boolean exact;
    private final Placing placing = new Placing();

    FtpFolder(Reach reach, String folder) throws IOException {
        lines = new FtpLines(reach);
        try {
            exact = lines.first().hasFeature("MLST");
            root = folder.startsWith("/")
                    ? folder.replaceFirst("/+$", "")
                    : (home() + "/" + folder).replaceAll("/+$", "");
        } catch (IOException e) {
            lines.close();
            throw lines.first().trouble(e);
        }
    }

    private String home() throws IOException {
        String home = lines.first().printWorkingDirectory();
        return home == null || home.equals("/") ? "" : home;
    }

    private String at(String path) {
        return root + "/" + path;
    }

    @Override
    public Listing list(Set<String> without) throws IOException {
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

    @Override
    public List<String> folders() throws IOException {
        List<String> names = new ArrayList<>();
        lines.each(
                List.of(""),
                (line, folder) -> entries(line, at(folder)).stream()
                        .filter(FTPFile::isDirectory)
                        .forEach(entry -> names.add(entry.getName())));
        return names;
    }

    private List<FTPFile> entries(FtpLine line, String at) throws IOException {
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

    @Override
    public Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
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

    @Override
    public void read(String path, OutputStream to) throws IOException {
        lines.each(List.of(path), (line, one) -> line.good(line.retrieveFile(at(one), to), "read “" + at(one) + "”"));
    }

    @Override
    public Map<String, String> hashes(Map<String, Long> sizes, Meter meter) throws IOException {
        Map<String, String> hashes = new ConcurrentHashMap<>();
        lines.each(sizes.entrySet(), (line, file) -> {
            meter.mayStop();
            FtpHash.of(line, at(file.getKey()), file.getKey(), file.getValue(), meter)
                    .ifPresent(hash -> hashes.put(file.getKey(), hash));
        });
        return new HashMap<>(hashes);
    }

    @Override
    public boolean make() throws IOException {
        FtpLine line = lines.first();
        try {
            if (root.isEmpty() || line.changeWorkingDirectory(root)) {
                return false;
            }
            for (int slash = root.indexOf('/', 1); slash > 0; slash = root.indexOf('/', slash + 1)) {
                if (!line.changeWorkingDirectory(root.substring(0, slash))) {
                    line.good(line.makeDirectory(root.substring(0, slash)), "make “" + root.substring(0, slash) + "”");
                }
            }
            line.good(line.makeDirectory(root), "make “" + root + "”");
            return true;
        } catch (IOException e) {
            throw line.trouble(e);
        }
    }

    @Override
    public void makeFolders(Set<String> folders) throws IOException {
        // Level by level, so that each finds its parent.
        Map<Integer, Set<String>> levels = new TreeMap<>();
        levels.computeIfAbsent(1, one -> new TreeSet<>()).add(Sending.FOLDER + "/");
        for (String folder : folders) {
            int depth = (int) folder.chars().filter(c -> c == '/').count();
            levels.computeIfAbsent(depth, one -> new TreeSet<>()).add(folder);
        }
        for (Set<String> level : levels.values()) {
            lines.each(level, (line, folder) -> {
                String at = at(folder.replaceFirst("/$", ""));
                if (!line.makeDirectory(at)) {
                    HostTrouble refused = line.refused("make “" + at + "”");
                    // Servers do not agree on how to say that it is there already.
                    if (!line.changeWorkingDirectory(at)) {
                        throw refused;
                    }
                }
            });
        }
    }

    @Override
    public void send(List<Sending> files, Contents contents, Meter meter) throws IOException {
        lines.each(files, (line, file) -> {
            meter.mayStop();
            store(line, at(file.temporary()), file, contents, meter);
        });
    }

    private static void store(FtpLine line, String to, Sending file, Contents contents, Meter meter)
            throws IOException {
        InputStream counted = new FilterInputStream(contents.stream(file.file().hash())) {
            @Override
            public int read(byte[] into, int from, int length) throws IOException {
                int read = super.read(into, from, length);
                if (read > 0) {
                    meter.moved(file.path(), read);
                }
                return read;
            }
        };
        try (counted) {
            line.good(line.storeFile(to, counted), "send “" + file.path() + "”");
        }
    }

    @Override
    public void place(List<Sending> files, Contents contents) throws IOException {
        // A front page stands last in its list and is put last: the others are shared out before it.
        List<Sending> all = new ArrayList<>(files);
        Sending last = all.remove(all.size() - 1);
        lines.each(all, (line, file) -> placeOne(line, file, contents));
        lines.each(List.of(last), (line, file) -> placeOne(line, file, contents));
    }

    private void placeOne(FtpLine line, Sending file, Contents contents) throws IOException {
        placing.place(file, new Placing.Host() {
            @Override
            public boolean rename(String from, String to) throws IOException {
                return line.rename(at(from), at(to));
            }

            @Override
            public HostTrouble refusal(String to) {
                return line.refused("rename to “" + at(to) + "”");
            }

            @Override
            public boolean removeAndRename(String from, String to) throws IOException {
                line.deleteFile(at(to));
                return line.rename(at(from), at(to));
            }

            @Override
            public void write(String to) throws IOException {
                store(line, at(to), file, contents, Meter.NONE);
                line.deleteFile(at(file.temporary()));
            }
        });
    }

    @Override
    public void remove(List<String> paths) throws IOException {
        lines.each(paths, (line, path) -> {
            if (!line.deleteFile(at(path))) {
                HostTrouble refused = line.refused("remove “" + at(path) + "”");
                if (look(line, path)) {
                    throw refused;
                }
            }
        });
    }

    private boolean look(FtpLine line, String path) throws IOException {
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

    @Override
    public void tidy(Collection<String> folders) throws IOException {
        FtpLine line = lines.first();
        try {
            List<String> left = new ArrayList<>();
            if (line.changeWorkingDirectory(at(Sending.FOLDER))) {
                for (FTPFile entry : entries(line, at(Sending.FOLDER))) {
                    left.add(entry.getName());
                }
            }
            for (String name : left) {
                line.deleteFile(at(Sending.FOLDER + "/" + name));
            }
            line.changeWorkingDirectory(root.isEmpty() ? "/" : root);
            line.removeDirectory(at(Sending.FOLDER));
            // One that is not empty is refused, and stays.
            for (String folder : folders) {
                line.removeDirectory(at(folder.replaceFirst("/$", "")));
            }
        } catch (IOException e) {
            throw line.trouble(e);
        }
    }

    @Override
    public List<String> shortcomings() {
        return placing.shortcomings();
    }

    @Override
    public void close() {
        lines.close();
    }
}
