package evenharbor.app.who.mail;

import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Tries a mail server before it is used: connects, makes the connection safe, signs in. No mail is sent. */
@Component
public class MailTrial {

    private static final Duration PATIENCE = Duration.ofSeconds(5);

    /**
     * What is wrong with a mail server, in a sentence with what to do; empty when it lets this harbor in.
     *
     * @param security NONE, STARTTLS or TLS
     */
    public Optional<String> fault(String host, int port, String security, String user, String password) {
        MailLine line = new MailLine(new MailProperties(
                host, port, MailProperties.Security.valueOf(security), user, password, "trial@localhost", PATIENCE));
        try {
            line.connect();
            return Optional.empty();
        } catch (AuthenticationFailedException e) {
            return Optional.of(
                    host + " does not take this name and password. Check both; some servers want a password made"
                            + " for programs.");
        } catch (MessagingException e) {
            return Optional.of(host + ", port " + port + ": " + said(e)
                    + " Check name, port and how the connection is made safe: 587 with STARTTLS, or 465 with TLS.");
        }
    }

    private static String said(MessagingException e) {
        String words = e.getNextException() == null
                ? e.getMessage()
                : e.getNextException().getMessage();
        String line = String.valueOf(words).strip().lines().findFirst().orElse("no answer");
        return line.endsWith(".") ? line : line + ".";
    }
}
