package evenharbor.practice.host;

import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;

/**
 * The hosting companies of the practice harbor: Quayside speaks FTP, in clear and over TLS; Lockside speaks SFTP. Each has one
 * account and shows its folder at a host name of its own.
 */
public final class HostingCompanies implements Closeable {

    private static final Duration SLOW = Duration.ofMillis(20);
    private static final String QUAYSIDE = "ftp.quayside.localhost";
    private static final String QUAYSIDE_NUMBER = "127.0.71.1";
    private static final String LOCKSIDE = "sftp.lockside.localhost";
    private static final String LOCKSIDE_NUMBER = "127.0.71.2";

    /**
     * A hosting company.
     *
     * @param name what it is called
     * @param server the name of its server for files
     * @param number the loopback address of that server
     * @param port the TCP port where that is reached
     * @param account its one account
     * @param folder where, in the account's home, the pages go
     * @param site the host name at which visitors see that folder
     * @param mail what it writes to a new customer
     */
    public record Company(
            String name,
            String server,
            String number,
            int port,
            HostingAccount account,
            String folder,
            String site,
            String mail) {

        /** The folder as it lies on the disk. */
        public Path shown() {
            return account.home().resolve(folder);
        }
    }

    /**
     * Where they are; 0 stands for any port that is free.
     *
     * @param folder for their accounts and keys
     * @param ftpPort TCP port for FTP
     * @param ftpsPort TCP port for FTP with TLS from the first byte
     * @param sftpPort TCP port for SFTP
     * @param webPort TCP port for visitors
     * @param opened a folder of this machine that is shown too, at {@code opened.quayside.localhost}
     */
    public record Setup(Path folder, int ftpPort, int ftpsPort, int sftpPort, int webPort, Path opened) {}

    private final Company quayside;
    private final Company lockside;
    private final FtpHost ftp;
    private final SftpHost sftp;
    private final Line ftpLine;
    private final Line ftpsLine;
    private final Line sftpLine;
    private final WebView web;

    /** Opens all of them. */
    public HostingCompanies(Setup setup, Clock clock) throws IOException {
        Path keys = setup.folder().resolve("keys");
        HostingAccount tickover = account(setup, QUAYSIDE, "tickover", "tick tock 12");
        ftp = new FtpHost(tickover, QUAYSIDE_NUMBER, 0, QUAYSIDE, keys.resolve("quayside"), clock);
        ftpLine = line(QUAYSIDE_NUMBER, setup.ftpPort(), QUAYSIDE_NUMBER, ftp.port(), tickover);
        ftpsLine = line(QUAYSIDE_NUMBER, setup.ftpsPort(), QUAYSIDE_NUMBER, ftp.securePort(), tickover);
        HostingAccount marta = account(setup, LOCKSIDE, "marta", "Keel-Haul_7");
        sftp = new SftpHost(marta, 0, keys.resolve("lockside"));
        sftpLine = line(LOCKSIDE_NUMBER, setup.sftpPort(), "127.0.0.1", sftp.port(), marta);
        Files.createDirectories(setup.opened());
        web = new WebView(
                setup.webPort(),
                Map.of(
                        site(tickover, QUAYSIDE),
                        shown(tickover, "public_html"),
                        site(marta, LOCKSIDE),
                        shown(marta, "htdocs"),
                        "opened.quayside.localhost",
                        setup.opened()));
        quayside = company("Quayside", QUAYSIDE, QUAYSIDE_NUMBER, ftpLine.port(), tickover, "public_html", """
                Welcome to Quayside Hosting!

                Your web space is ready. Upload your pages with any FTP program:

                  FTP server ....... ftp://%s/
                  Port ............. %d
                  User name ........ %s
                  Password ......... %s
                  Directory ........ /%s

                We recommend FTP with TLS. Your pages are then seen at
                %s

                The people at Quayside
                """);
        lockside = company("Lockside", LOCKSIDE, LOCKSIDE_NUMBER, sftpLine.port(), marta, "htdocs", """
                | Host     | %s |
                | Port     | %d |
                | Login    | %s |
                | Password | %s |
                | Folder   | %s |
                | Protocol | SFTP |

                Website: %s
                """);
    }

    private static HostingAccount account(Setup setup, String server, String user, String password) {
        return new HostingAccount(user, password, setup.folder().resolve(server), new HostingManner());
    }

    private static Path shown(HostingAccount account, String folder) throws IOException {
        return Files.createDirectories(account.home().resolve(folder));
    }

    private static String site(HostingAccount account, String server) {
        return account.user() + server.substring(server.indexOf('.'));
    }

    private static Line line(String number, int port, String toNumber, int toPort, HostingAccount account)
            throws IOException {
        return new Line(
                InetAddress.getByName(number), port, new InetSocketAddress(toNumber, toPort), () -> delay(account));
    }

    private Company company(
            String name, String server, String number, int port, HostingAccount account, String folder, String mail) {
        String site = site(account, server);
        return new Company(
                name,
                server,
                number,
                port,
                account,
                folder,
                site,
                mail.formatted(
                        server,
                        port,
                        account.user(),
                        account.password(),
                        folder,
                        "http://" + site + ":" + web.port() + "/"));
    }

    private static Duration delay(HostingAccount account) {
        return account.manner().is(HostingFault.SLOW) ? SLOW : Duration.ZERO;
    }

    /** All of them. */
    public List<Company> all() {
        return List.of(quayside, lockside);
    }

    /** The private key that a company made for its customer, locked with the account's password; empty for none. */
    public String keyFrom(Company company) {
        return company == lockside ? sftp.customerKey() : "";
    }

    /** Where Quayside speaks TLS from the first byte. */
    public int ftpsPort() {
        return ftpsLine.port();
    }

    /** Where visitors see their folders. */
    public int webPort() {
        return web.port();
    }

    /** Someone edits a file there by another way: a line is added to its end. @return whether there is such a file */
    public static boolean edit(Company company, String path) throws IOException {
        Path file = company.shown().resolve(path).normalize();
        if (!file.startsWith(company.shown()) || !Files.isRegularFile(file)) {
            return false;
        }
        Files.writeString(file, Files.readString(file) + "<!-- Opening hours mended by telephone, T. -->\n");
        return true;
    }

    @Override
    public void close() throws IOException {
        web.close();
        ftpLine.close();
        ftpsLine.close();
        sftpLine.close();
        ftp.close();
        sftp.close();
    }
}
