package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.commons.net.ftp.FTPFile;

/** A folder over FTP or FTPS. */
final class FtpFolder implements RemoteFolder {

    private final FtpLines lines;
    private final String root;
    private final FtpSight sight;
    private final Placing placing = new Placing();

    FtpFolder(Reach reach, String folder) throws IOException {
        lines = new FtpLines(reach);
        try {
            root = folder.startsWith("/")
                    ? folder.replaceFirst("/+$", "")
                    : (home() + "/" + folder).replaceAll("/+$", "");
            sight = new FtpSight(lines, root, lines.first().hasFeature("MLST"));
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
        return sight.at(path);
    }

    @Override
    public Listing list(Set<String> without) throws IOException {
        return sight.list(without);
    }

    @Override
    public List<String> folders() throws IOException {
        return sight.folders();
    }

    @Override
    public Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
        return sight.look(paths);
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
                if (sight.isThere(line, path)) {
                    throw refused;
                }
            }
        });
    }

    @Override
    public void tidy(Collection<String> folders) throws IOException {
        FtpLine line = lines.first();
        try {
            List<String> left = new ArrayList<>();
            if (line.changeWorkingDirectory(at(Sending.FOLDER))) {
                for (FTPFile entry : sight.entries(line, at(Sending.FOLDER))) {
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
