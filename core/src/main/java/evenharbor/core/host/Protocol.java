package evenharbor.core.host;

/** How files are sent to a host, the safest first. */
public enum Protocol {
    /** Files over SSH. */
    SFTP(22),
    /** FTP over TLS, asked for on the usual port (RFC 4217). */
    FTPS(21),
    /** FTP in plain text: everyone on the way can read along, the password too. */
    FTP(21);

    private final int port;

    Protocol(int port) {
        this.port = port;
    }

    /** The TCP port where it is usually spoken. */
    public int port() {
        return port;
    }
}
