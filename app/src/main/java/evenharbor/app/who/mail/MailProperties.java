package evenharbor.app.who.mail;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The mail server that mails are handed to.
 *
 * @param host its host name; empty for none: nothing is sent then
 * @param port its TCP port
 * @param security how the connection is made safe
 * @param user who signs in there; empty for nobody
 * @param from who the mails are from, such as {@code Even Harbor <harbor@example.org>}
 * @param patience how long it is waited for
 */
@ConfigurationProperties("harbor.mail")
record MailProperties(
        String host, int port, Security security, String user, String password, String from, Duration patience) {

    /** How a connection is made safe. */
    enum Security {
        /** Not at all: for a server on the same machine. */
        NONE,
        /** By STARTTLS, and not without it (RFC 3207). */
        STARTTLS,
        /** TLS from the first byte (RFC 8314). */
        TLS
    }
}
