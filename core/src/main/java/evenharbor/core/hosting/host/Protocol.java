package evenharbor.core.hosting.host;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;

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

    /**
     * What to think over about a protocol.
     *
     * @param why added to what is offered; empty for nothing
     * @param mend what to do
     */
    public record Advice(String why, String mend) {}

    /** What is better than this at a server that offers some; empty when nothing is. */
    public Optional<Advice> advice(Set<Protocol> offered) {
        Protocol safest = Collections.min(offered);
        if (this == FTP) {
            return Optional.of(
                    safest == FTP
                            ? new Advice(
                                    " Others on the way can read the password.",
                                    "Ask the hosting company for SFTP or FTPS.")
                            : new Advice(
                                    " Plain FTP lets others on the way read the password.",
                                    "Choose " + safest + ": it is the safest of these."));
        }
        return safest == SFTP && this != SFTP
                ? Optional.of(new Advice("", "SFTP is quicker and as safe, if your account may use it."))
                : Optional.empty();
    }

    /** The TCP port where it is usually spoken. */
    public int port() {
        return port;
    }
}
