package evenharbor.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;

/** 10,000 files by SFTP into a draft, against the same into a plain server of the same library: sent by lftp. */
final class SftpBench {

    private static final int FILES = 10_000;
    private static final int FOLDERS = 510;
    private static final int ROUNDS = 3;

    private SftpBench() {}

    static List<Row> run(HarborClient harbor, Path folder) throws Exception {
        Path pages = pages(Files.createDirectories(folder).resolve("pages"));
        double[] ratios = new double[ROUNDS];
        double[] seconds = new double[ROUNDS];
        try (SshServer plain = plain(Files.createDirectories(folder.resolve("plain")), folder.resolve("key"))) {
            for (int round = -1; round < ROUNDS; round++) {
                double bare = sent(pages, plain.getPort(), "any", "any", "/round" + round);
                // A site of its own for each round: one holds no more than two such folders.
                String site = harbor.site("By SFTP " + round);
                String token = harbor.token(site);
                long start = System.nanoTime();
                sent(pages, harbor.sftpPort(site), site, token, "/");
                harbor.awaitFiles(site, FILES);
                double taken = (System.nanoTime() - start) / 1e9;
                if (round >= 0) {
                    ratios[round] = taken / bare;
                    seconds[round] = taken;
                }
            }
        }
        Arrays.sort(ratios);
        Arrays.sort(seconds);
        return List.of(Row.atMost(
                "10,000 files by SFTP until the draft has them, of a plain server",
                ratios[ROUNDS / 2],
                1.5,
                "x",
                String.format("%.1f s, median of %d", seconds[ROUNDS / 2], ROUNDS)));
    }

    /** Pages of 11 KB in folders, hard to pack. */
    static Path pages(Path folder) throws IOException {
        for (int i = 0; i < FILES; i++) {
            Path page = folder.resolve(String.format("f%03d/page-%05d.html", i % FOLDERS, i));
            Files.createDirectories(page.getParent());
            byte[] words = new byte[5_500];
            new Random(i).nextBytes(words);
            Files.writeString(
                    page,
                    "<title>" + i + "</title>" + java.util.HexFormat.of().formatHex(words),
                    StandardCharsets.UTF_8);
        }
        return folder;
    }

    private static SshServer plain(Path home, Path key) throws IOException {
        SshServer server = SshServer.setUpDefaultServer();
        server.setHost("127.0.0.1");
        server.setKeyPairProvider(new SimpleGeneratorHostKeyProvider(key));
        server.setPasswordAuthenticator((user, password, session) -> true);
        server.setFileSystemFactory(new VirtualFileSystemFactory(home));
        server.setSubsystemFactories(List.of(new SftpSubsystemFactory()));
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        server.start();
        return server;
    }

    /** @return seconds until the program has ended */
    private static double sent(Path pages, int port, String user, String password, String to) throws Exception {
        long start = System.nanoTime();
        Process program = new ProcessBuilder(
                        "lftp",
                        "-u",
                        user + "," + password,
                        "-e",
                        "set sftp:auto-confirm yes; mirror -R " + pages + " " + to + "; bye",
                        "sftp://127.0.0.1:" + port)
                .redirectErrorStream(true)
                .start();
        String said = new String(program.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (program.waitFor() != 0) {
            throw new IOException("lftp ended with an error: " + said);
        }
        return (System.nanoTime() - start) / 1e9;
    }
}
