package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.Protocol;
import evenharbor.practice.host.FtpHost;
import evenharbor.practice.host.HostingAccount;
import evenharbor.practice.host.HostingManner;
import evenharbor.practice.host.SftpHost;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;

/** A hosting company for a test, for one protocol, and how it is reached. */
final class Hosts implements Closeable {

    static final String PASSWORD = "tick tock 12";

    final HostingManner manner = new HostingManner();
    final HostingAccount account;
    private final Protocol protocol;
    private final Closeable server;
    private final int port;
    private String identity = "";

    Hosts(Protocol protocol, Path folder) throws IOException {
        this(protocol, folder, false);
    }

    Hosts(Protocol protocol, Path folder, boolean secureFromTheStart) throws IOException {
        this.protocol = protocol;
        account = new HostingAccount("tickover", PASSWORD, Files.createDirectories(folder.resolve("home")), manner);
        if (protocol == Protocol.SFTP) {
            SftpHost sftp = new SftpHost(account, 0, folder.resolve("keys"));
            server = sftp;
            port = sftp.port();
        } else {
            FtpHost ftp = new FtpHost(
                    account, "127.0.0.1", 0, "ftp.quayside.localhost", folder.resolve("keys"), Clock.systemUTC());
            server = ftp;
            port = secureFromTheStart ? ftp.securePort() : ftp.port();
        }
    }

    Path home() {
        return account.home();
    }

    int port() {
        return port;
    }

    Reach reach(int connections) {
        return new Reach(
                protocol,
                "ftp.quayside.localhost",
                List.of(InetAddress.getLoopbackAddress()),
                port,
                account.user(),
                PASSWORD,
                identity,
                connections);
    }

    /** Accepts whatever certificate or key is shown. */
    Hosts accepted(RemoteFolders folders) throws IOException {
        try {
            folders.open(reach(1), "").close();
        } catch (HostTrouble e) {
            identity = e.said();
        }
        return this;
    }

    @Override
    public void close() throws IOException {
        server.close();
    }
}
