package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.awaitility.Awaitility.await;

import evenharbor.app.fixture.FreePort;
import evenharbor.app.fixture.Patience;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.Manifest;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Servers of other makes, from Debian's packages, on loopback: the same publish, going on, and removal. */
class RealServersTest {

    @TempDir
    Path folder;

    private final Site site = new Site();
    private final Manifest one = site.edition(120, 1);
    private final Manifest two = site.edition(120, 2);

    private static void run(Path folder, String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor()).as(said).isZero();
    }

    private static Process server(int port, String... command) throws IOException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        await("the server").atMost(Patience.MOST).until(() -> {
            try (Socket socket = new Socket("127.0.0.1", port)) {
                return socket.isConnected();
            } catch (IOException e) {
                return false;
            }
        });
        return process;
    }

    private static void end(Process process) throws InterruptedException {
        process.destroy();
        process.waitFor(5, TimeUnit.SECONDS);
        process.destroyForcibly();
    }

    private static Reach reach(Protocol protocol, int port, String user, String secret, String identity) {
        return new Reach(
                protocol, "localhost", List.of(InetAddress.getLoopbackAddress()), port, user, secret, identity, 3);
    }

    @Test
    void openSsh() throws Exception {
        int port = FreePort.next();
        run(folder, "ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", "host");
        run(folder, "ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", "owner");
        Files.copy(folder.resolve("owner.pub"), folder.resolve("allowed"));
        Files.writeString(
                folder.resolve("conf"),
                "Port " + port + "\nListenAddress 127.0.0.1\nHostKey " + folder.resolve("host")
                        + "\nAuthorizedKeysFile " + folder.resolve("allowed")
                        + "\nStrictModes no\nUsePAM no\nPermitRootLogin yes\nPidFile none\nSubsystem sftp internal-sftp\n");
        if (System.getProperty("user.name").equals("root")) {
            Files.createDirectories(Path.of("/run/sshd"));
        }
        Process server = server(
                port, "/usr/sbin/sshd", "-D", "-f", folder.resolve("conf").toString());
        try (RemoteFolders folders = new RemoteFolders()) {
            String user = System.getProperty("user.name");
            String key = Files.readString(folder.resolve("owner"));
            Reach unseen = reach(Protocol.SFTP, port, user, key, "");
            String identity = catchThrowableOfType(HostTrouble.class, () -> folders.open(unseen, ""))
                    .said();
            assertThat(identity).startsWith("ssh-ed25519 SHA256:");
            publishesGoesOnAndRemoves(
                    folders,
                    reach(Protocol.SFTP, port, user, key, identity),
                    folder.resolve("site"),
                    "" + folder + "/site");
        } finally {
            end(server);
        }
    }

    @Test
    void vsftpdThatDemandsThatTlsSessionsAreUsedAgain() throws Exception {
        int port = FreePort.next();
        // Run by whoever runs the test it locks nobody in: paths are those of the machine.
        Path root = Files.createDirectories(folder.resolve("root"));
        Files.createDirectories(root.resolve("up"));
        run(
                folder,
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "rsa:2048",
                "-nodes",
                "-days",
                "30",
                "-subj",
                "/CN=localhost",
                "-keyout",
                "key.pem",
                "-out",
                "cert.pem");
        run(folder, "chmod", "a-w", root.toString());
        run(folder, "chmod", "-R", "a+rX", folder.toString());
        run(folder, "chmod", "a+w", root.resolve("up").toString());
        Files.writeString(
                folder.resolve("conf"),
                String.join(
                        "\n",
                        "listen=YES",
                        "listen_address=127.0.0.1",
                        "listen_port=" + port,
                        "background=NO",
                        "anonymous_enable=YES",
                        "anon_root=" + root,
                        "no_anon_password=YES",
                        "write_enable=YES",
                        "anon_upload_enable=YES",
                        "anon_mkdir_write_enable=YES",
                        "anon_other_write_enable=YES",
                        "anon_umask=022",
                        "anon_world_readable_only=NO",
                        "ssl_enable=YES",
                        "allow_anon_ssl=YES",
                        "force_anon_data_ssl=YES",
                        "require_ssl_reuse=YES",
                        "ssl_ciphers=HIGH",
                        "rsa_cert_file=" + folder.resolve("cert.pem"),
                        "rsa_private_key_file=" + folder.resolve("key.pem"),
                        "secure_chroot_dir=" + Files.createDirectories(folder.resolve("empty")),
                        "seccomp_sandbox=NO",
                        "isolate=NO",
                        "isolate_network=NO",
                        "run_as_launching_user=YES",
                        ""));
        Process server = server(port, "/usr/sbin/vsftpd", folder.resolve("conf").toString());
        try (RemoteFolders folders = new RemoteFolders()) {
            Reach unseen = reach(Protocol.FTPS, port, "anonymous", "nobody@localhost", "");
            HostTrouble trouble = catchThrowableOfType(HostTrouble.class, () -> folders.open(unseen, ""));
            assertThat(trouble.fault()).isEqualTo(HostFault.CERTIFICATE_UNPROVEN);
            publishesGoesOnAndRemoves(
                    folders,
                    reach(Protocol.FTPS, port, "anonymous", "nobody@localhost", trouble.said()),
                    root.resolve("up/site"),
                    root.resolve("up/site").toString());
        } finally {
            end(server);
        }
    }

    private void publishesGoesOnAndRemoves(RemoteFolders folders, Reach reach, Path onDisk, String path)
            throws IOException {
        Site.Book book = new Site.Book();
        try (RemoteFolder open = folders.open(reach, path)) {
            site.publish(open, one, book, Meter.NONE);
        }
        same(onDisk, one);
        int[] files = new int[1];
        Meter stopping = new Meter() {
            @Override
            public void moved(String file, long bytes) {
                files[0]++;
            }

            @Override
            public void mayStop() {
                if (files[0] > 12) {
                    throw new Stopped();
                }
            }
        };
        try (RemoteFolder open = folders.open(reach, path)) {
            assertThat(catchThrowableOfType(Meter.Stopped.class, () -> site.publish(open, two, book, stopping)))
                    .isNotNull();
        }
        try (RemoteFolder open = folders.open(reach, path)) {
            site.publish(open, two, book, Meter.NONE);
            same(onDisk, two);
            HostPlan again = site.publish(open, two, book, Meter.NONE);
            assertThat(again.none()).isTrue();
            assertThat(again.disputed()).isEmpty();
        }
        Files.writeString(onDisk.resolve("theirs.txt"), "theirs");
        try (RemoteFolder open = folders.open(reach, path)) {
            site.publish(open, Manifest.EMPTY, book, Meter.NONE);
        }
        assertThat(Site.onDisk(onDisk)).containsOnlyKeys("theirs.txt");
    }

    private static void same(Path onDisk, Manifest toBe) throws IOException {
        Site.onDisk(onDisk)
                .forEach((path, bytes) -> assertThat(Site.hash(bytes))
                        .as(path)
                        .isEqualTo(toBe.at(path).orElseThrow().hash()));
        assertThat(Site.onDisk(onDisk).keySet()).isEqualTo(toBe.files().keySet());
    }
}
