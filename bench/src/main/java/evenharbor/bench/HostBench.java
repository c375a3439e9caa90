package evenharbor.bench;

import com.google.common.io.MoreFiles;
import com.google.common.io.RecursiveDeleteOption;
import evenharbor.app.hosting.transfer.Reach;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.practice.host.FtpHost;
import evenharbor.practice.host.HostingAccount;
import evenharbor.practice.host.HostingManner;
import evenharbor.practice.host.Line;
import evenharbor.practice.host.SftpHost;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;

/** Publishing to hosts, against OpenSSH's own clients, {@code cp}, and itself in another way. */
final class HostBench {

    private static final int FILES = 10_000;
    private static final int FOLDERS = 510;
    private static final int BYTES = 110_000_000;
    private static final int DELAYED = 400;
    private static final int ROUNDS = 3;
    private static final Duration LATE = Duration.ofMillis(20);
    private static final String PASSWORD = "bench";

    private final Path folder;
    private final HostPublish hosts = new HostPublish();

    HostBench(Path folder) {
        this.folder = folder.toAbsolutePath();
    }

    List<Row> run() throws Exception {
        clear(folder);
        Path site = folder.resolve("site");
        Manifest all = hosts.make(site, FILES, FOLDERS, BYTES);
        Path some = folder.resolve("some");
        Manifest few = hosts.make(some, DELAYED, 20, DELAYED * 11_000);
        List<Row> rows = new ArrayList<>();
        try (OpenSsh ssh = new OpenSsh(folder.resolve("ssh"))) {
            sftp(rows, ssh, site, all);
            sftpLate(rows, ssh, some, few);
        }
        local(rows, site, all);
        ftp(rows, few);
        hosts.close();
        clear(folder);
        return rows;
    }

    private static void clear(Path folder) throws IOException {
        if (Files.exists(folder)) {
            MoreFiles.deleteRecursively(folder, RecursiveDeleteOption.ALLOW_INSECURE);
        }
    }

    private void sftp(List<Row> rows, OpenSsh ssh, Path site, Manifest all) throws Exception {
        Reach reach = hosts.accepted(Protocol.SFTP, ssh.port(), OpenSsh.user(), ssh.key(), 1);
        Path there = Files.createDirectories(folder.resolve("there"));
        double[] ours = new double[ROUNDS];
        double[] theirs = new double[ROUNDS];
        HostPublish.Book book = new HostPublish.Book();
        // The first of ours is not counted: a harbor that runs has been through this before.
        hosts.publish(
                () -> hosts.folders().open(reach, there.resolve("warm").toString()), all, new HostPublish.Book(), null);
        for (int i = 0; i < ROUNDS; i++) {
            theirs[i] = ssh.copy(site, there.resolve("scp" + i).toString());
            book = new HostPublish.Book();
            String to = there.resolve("ours" + i).toString();
            ours[i] = hosts.publish(() -> hosts.folders().open(reach, to), all, book, null);
        }
        rows.add(Row.atMost(
                "SFTP, first publish / recursive copy",
                Median.of(ours) / Median.of(theirs),
                1.2,
                "x",
                String.format("%.1f s, %.1f s", Median.of(ours), Median.of(theirs))));
        String last = there.resolve("ours" + (ROUNDS - 1)).toString();
        HostPublish.Door door = () -> hosts.folders().open(reach, last);
        double[] nothing = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            nothing[i] = hosts.publish(door, all, book, null);
        }
        rows.add(Row.atMost("SFTP, nothing changed, all looked at", Median.of(nothing), 2, "s", FILES + " files"));
        ten(rows, ssh, door, all, book, last);
    }

    private void ten(
            List<Row> rows, OpenSsh ssh, HostPublish.Door door, Manifest all, HostPublish.Book book, String last)
            throws Exception {
        double[] ours = new double[5];
        double[] theirs = new double[5];
        List<String> paths = all.files().keySet().stream()
                .filter(path -> path.endsWith("7.webp"))
                .limit(10)
                .toList();
        Random random = new Random(10);
        for (int i = 0; i < ours.length; i++) {
            Map<String, FileEntry> changed = new TreeMap<>(all.files());
            List<String> lines = new ArrayList<>();
            for (String path : paths) {
                byte[] content = new byte[11_000];
                random.nextBytes(content);
                Path file = folder.resolve("changed" + i + "-" + lines.size());
                Files.write(file, content);
                changed.put(path, hosts.entry(content, file));
                lines.add("put " + file + " " + last + "/" + path);
            }
            Listing seen = HostPublish.listing(book);
            theirs[i] = ssh.batch(lines);
            // What the other client has put there is ours again: both send the same ten.
            ours[i] = hosts.publish(door, Manifest.of(changed), book, HostPublish.restored(door, seen, paths, book));
        }
        rows.add(Row.atMost(
                "SFTP, ten changed files / a batch of these ten",
                Median.of(ours) / Median.of(theirs),
                1.2,
                "x",
                String.format("%.2f s, %.2f s", Median.of(ours), Median.of(theirs))));
    }

    private void sftpLate(List<Row> rows, OpenSsh ssh, Path some, Manifest few) throws Exception {
        Path home = Files.createDirectories(folder.resolve("late"));
        HostingManner manner = new HostingManner();
        HostingAccount account = new HostingAccount("bench", PASSWORD, home, manner);
        try (SftpHost host = new SftpHost(account, 0, folder.resolve("late-keys"));
                Line line = new Line(
                        InetAddress.getLoopbackAddress(),
                        0,
                        new InetSocketAddress("127.0.0.1", host.port()),
                        () -> LATE)) {
            Reach reach = hosts.accepted(Protocol.SFTP, line.port(), "bench", PASSWORD, 1);
            double theirs = ssh.copy(some, line.port(), "bench", PASSWORD, "/scp");
            HostPublish.Book book = new HostPublish.Book();
            double ours = hosts.publish(() -> hosts.folders().open(reach, "/ours"), few, book, null);
            rows.add(Row.atMost(
                    "SFTP, answers 20 ms late / recursive copy",
                    ours / theirs,
                    0.5,
                    "x",
                    String.format("%d files: %.1f s, %.1f s", DELAYED, ours, theirs)));
            int before = manner.filesRead();
            hosts.publish(() -> hosts.folders().open(reach, "/ours"), few, book, null);
            rows.add(Row.atMost("SFTP, files read when nothing changed", manner.filesRead() - before, 0, "files", ""));
        }
    }

    private void local(List<Row> rows, Path site, Manifest all) throws Exception {
        // What was written before is on its way to the disk: neither shall wait for it.
        clear(folder.resolve("there"));
        new ProcessBuilder("sync").start().waitFor();
        Path opened = Files.createDirectories(folder.resolve("opened"));
        double[] ours = new double[ROUNDS + 1];
        double[] theirs = new double[ROUNDS + 1];
        for (int i = 0; i <= ROUNDS; i++) {
            long begin = System.nanoTime();
            Process copy = new ProcessBuilder(
                            "cp",
                            "-r",
                            site.toString(),
                            opened.resolve("cp" + i).toString())
                    .start();
            if (copy.waitFor() != 0) {
                throw new IOException("cp failed");
            }
            theirs[i] = (System.nanoTime() - begin) / 1e9;
            String to = "ours" + i;
            ours[i] = hosts.publish(() -> hosts.folders().open(opened, to), all, new HostPublish.Book(), null);
            clear(opened.resolve(to));
            clear(opened.resolve("cp" + i));
        }
        double[] oursWarm = Arrays.copyOfRange(ours, 1, ours.length);
        double[] theirsWarm = Arrays.copyOfRange(theirs, 1, theirs.length);
        rows.add(Row.atMost(
                "a folder / cp -r, both warm",
                Median.of(oursWarm) / Median.of(theirsWarm),
                2,
                "x",
                String.format("%.2f s, %.2f s", Median.of(oursWarm), Median.of(theirsWarm))));
    }

    private void ftp(List<Row> rows, Manifest few) throws Exception {
        Path home = Files.createDirectories(folder.resolve("ftp"));
        HostingAccount account = new HostingAccount("bench", PASSWORD, home, new HostingManner());
        try (FtpHost host = new FtpHost(
                        account, "127.0.0.1", 0, "localhost", folder.resolve("ftp-keys"), Clock.systemUTC());
                Line line = new Line(
                        InetAddress.getLoopbackAddress(),
                        0,
                        new InetSocketAddress("127.0.0.1", host.port()),
                        () -> LATE)) {
            Reach one = hosts.accepted(Protocol.FTP, line.port(), "bench", PASSWORD, 1);
            Reach several = hosts.accepted(Protocol.FTP, line.port(), "bench", PASSWORD, 4);
            double byOne = hosts.publish(() -> hosts.folders().open(one, "/one"), few, new HostPublish.Book(), null);
            double bySeveral =
                    hosts.publish(() -> hosts.folders().open(several, "/several"), few, new HostPublish.Book(), null);
            rows.add(Row.atLeast(
                    "FTP, answers 20 ms late: four connections / one",
                    byOne / bySeveral,
                    3,
                    "x",
                    String.format("%d files: %.1f s, %.1f s", DELAYED, bySeveral, byOne)));
            // The first rounds are not counted: TLS takes the JVM longest to compile.
            int warm = 14;
            double[] plain = new double[5];
            double[] secure = new double[5];
            Reach clear = hosts.accepted(Protocol.FTP, host.port(), "bench", PASSWORD, 1);
            Reach tls = hosts.accepted(Protocol.FTPS, host.port(), "bench", PASSWORD, 1);
            for (int i = 0; i < warm + plain.length; i++) {
                String to = "/round" + i;
                double plainSeconds = hosts.publish(
                        () -> hosts.folders().open(clear, to + "plain"), few, new HostPublish.Book(), null);
                double secureSeconds = hosts.publish(
                        () -> hosts.folders().open(tls, to + "secure"), few, new HostPublish.Book(), null);
                if (i >= warm) {
                    plain[i - warm] = plainSeconds;
                    secure[i - warm] = secureSeconds;
                }
            }
            rows.add(Row.atMost(
                    "FTPS / FTP, one connection",
                    Median.of(secure) / Median.of(plain),
                    2,
                    "x",
                    String.format(
                            "%.1f ms, %.1f ms a file",
                            Median.of(secure) / DELAYED * 1e3, Median.of(plain) / DELAYED * 1e3)));
        }
    }
}
