package evenharbor.core.host;

/** How files are sent to a host, the safest first. */
public enum Protocol {
    /** Files over SSH. */
    SFTP(22),
    /** FTP over TLS, asked for on the usual port (RFC 4217). */
    FTPS(21),
    /** FTP in plain text: everyone on the way can read along, the password too. */
    FTP(21),
    /** No protocol: a folder of this machine that its operator opened for publishing. */
    FOLDER(0);

    /** The TCP port where FTP begins with TLS, without being asked (IANA: ftps). */
    public static final int SECURE_FROM_THE_START = 990;

    private final int port;

    Protocol(int port) {
        this.port = port;
    }

    /** The TCP port where it is usually spoken. */
    public int port() {
        return port;
    }
}
