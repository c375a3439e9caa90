package evenharbor.bench;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** OpenSSH's server on loopback, and its own clients for comparison. */
final class OpenSsh implements AutoCloseable {

    private final Path folder;
    private final int port;
    private final Process server;

    OpenSsh(Path folder) throws IOException, InterruptedException {
        this.folder = Files.createDirectories(folder).toAbsolutePath();
        for (String key : List.of("host", "owner")) {
            Files.deleteIfExists(this.folder.resolve(key));
            run(
                    Map.of(),
                    List.of(
                            "ssh-keygen",
                            "-q",
                            "-t",
                            "ed25519",
                            "-N",
                            "",
                            "-f",
                            this.folder.resolve(key).toString()));
        }
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        Files.writeString(
                this.folder.resolve("conf"),
                "Port " + port + "\nListenAddress 127.0.0.1\nHostKey " + this.folder.resolve("host")
                        + "\nAuthorizedKeysFile " + this.folder.resolve("owner.pub")
                        + "\nStrictModes no\nUsePAM no\nPermitRootLogin yes\nPidFile none\nSubsystem sftp internal-sftp\n");
        if (user().equals("root")) {
            Files.createDirectories(Path.of("/run/sshd"));
        }
        server = new ProcessBuilder(
                        "/usr/sbin/sshd",
                        "-D",
                        "-f",
                        this.folder.resolve("conf").toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        for (int i = 0; i < 100 && !answers(); i++) {
            Thread.sleep(50);
        }
    }

    private boolean answers() {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            return socket.isConnected();
        } catch (IOException e) {
            return false;
        }
    }

    static String user() {
        return System.getProperty("user.name");
    }

    int port() {
        return port;
    }

    /** The private key that it lets in. */
    String key() throws IOException {
        return Files.readString(folder.resolve("owner"));
    }

    /** Copies a folder with its recursive copy. @return seconds */
    double copy(Path from, String to) throws IOException, InterruptedException {
        return timed(Map.of(), client("scp", "-q", "-r", from.toString(), user() + "@127.0.0.1:" + to));
    }

    /** The same to another server, where a password is wanted. */
    double copy(Path from, int otherPort, String user, String password, String to)
            throws IOException, InterruptedException {
        Path ask = folder.resolve("ask");
        Files.writeString(ask, "#!/bin/sh\necho '" + password + "'\n");
        Files.setPosixFilePermissions(ask, PosixFilePermissions.fromString("rwx------"));
        List<String> command = new ArrayList<>(List.of("scp", "-q", "-r", "-P", String.valueOf(otherPort)));
        command.addAll(options());
        command.addAll(List.of(from.toString(), user + "@127.0.0.1:" + to));
        return timed(Map.of("SSH_ASKPASS", ask.toString(), "SSH_ASKPASS_REQUIRE", "force"), command);
    }

    /** Puts files with a batch of its interactive client. @return seconds */
    double batch(List<String> lines) throws IOException, InterruptedException {
        Path batch = folder.resolve("batch");
        Files.write(batch, lines);
        return timed(Map.of(), client("sftp", "-q", "-b", batch.toString(), user() + "@127.0.0.1"));
    }

    private static List<String> options() {
        return List.of("-o", "StrictHostKeyChecking=no", "-o", "UserKnownHostsFile=/dev/null", "-o", "LogLevel=ERROR");
    }

    private List<String> client(String command, String... rest) {
        List<String> all = new ArrayList<>(List.of(
                command,
                "-P",
                String.valueOf(port),
                "-i",
                folder.resolve("owner").toString()));
        all.addAll(options());
        all.addAll(List.of(rest));
        return all;
    }

    private static double timed(Map<String, String> environment, List<String> command)
            throws IOException, InterruptedException {
        long begin = System.nanoTime();
        run(environment, command);
        return (System.nanoTime() - begin) / 1e9;
    }

    private static void run(Map<String, String> environment, List<String> command)
            throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().putAll(environment);
        builder.redirectInput(ProcessBuilder.Redirect.from(Path.of("/dev/null").toFile()));
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes());
        if (process.waitFor() != 0) {
            throw new IOException(String.join(" ", command) + ": " + said);
        }
    }

    @Override
    public void close() {
        server.destroy();
    }
}
