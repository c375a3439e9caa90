package evenharbor.app.who.mail;

import evenharbor.core.who.mail.Letter;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.util.Properties;
import org.springframework.mail.MailException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** The line to the mail server. */
@Component
class MailLine {

    private static final int PERMANENT = 500;

    private final MailProperties properties;
    private final JavaMailSenderImpl sender = new JavaMailSenderImpl();

    MailLine(MailProperties properties) {
        this.properties = properties;
        sender.setHost(properties.host());
        sender.setPort(properties.port());
        sender.setDefaultEncoding(StandardCharsets.UTF_8.name());
        Properties line = sender.getJavaMailProperties();
        String patience = Long.toString(properties.patience().toMillis());
        line.setProperty("mail.smtp.connectiontimeout", patience);
        line.setProperty("mail.smtp.timeout", patience);
        line.setProperty("mail.smtp.writetimeout", patience);
        line.setProperty("mail.smtp.ssl.checkserveridentity", "true");
        line.setProperty("mail.smtp.ssl.protocols", "TLSv1.2 TLSv1.3");
        switch (properties.security()) {
            case NONE -> {}
            case STARTTLS -> {
                line.setProperty("mail.smtp.starttls.enable", "true");
                line.setProperty("mail.smtp.starttls.required", "true");
            }
            case TLS -> line.setProperty("mail.smtp.ssl.enable", "true");
        }
        if (!properties.user().isEmpty()) {
            line.setProperty("mail.smtp.auth", "true");
            sender.setUsername(properties.user());
            sender.setPassword(properties.password());
        }
    }

    /** Connects and signs in, and ends the connection again. */
    void connect() throws MessagingException {
        sender.testConnection();
    }

    /** Whether a mail server is set up. */
    boolean there() {
        return !properties.host().isEmpty();
    }

    /**
     * Hands a mail over.
     *
     * @param messageId by which it is told from every other mail, however often it is handed over
     * @throws Refused when the server will never take it
     * @throws MailException when it may take it another time
     */
    void send(Letter letter, String messageId) throws Refused {
        try {
            MimeMessage mail = new WithMessageId(sender.getSession(), messageId);
            MimeMessageHelper helper = new MimeMessageHelper(mail, true, StandardCharsets.UTF_8.name());
            helper.setFrom(properties.from());
            helper.setTo(letter.to());
            helper.setSubject(letter.subject());
            helper.setText(letter.text(), letter.html());
            mail.setHeader("Auto-Submitted", "auto-generated");
            if (letter.unsubscribe().isPresent()) {
                mail.setHeader(
                        "List-Unsubscribe", "<" + letter.unsubscribe().get().oneClick() + ">");
                mail.setHeader("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
            }
            sender.send(mail);
        } catch (MessagingException e) {
            throw new Refused(e.getMessage());
        } catch (MailSendException e) {
            for (Exception cause : e.getMessageExceptions()) {
                refused(cause);
            }
            throw e;
        }
    }

    /** An answer of 500 or more is for good (RFC 5321, section 4.2.1). */
    private static void refused(Throwable cause) throws Refused {
        for (Throwable each = cause; each != null; each = next(each)) {
            int code = each instanceof org.eclipse.angus.mail.smtp.SMTPAddressFailedException address
                    ? address.getReturnCode()
                    : each instanceof org.eclipse.angus.mail.smtp.SMTPSendFailedException sending
                            ? sending.getReturnCode()
                            : 0;
            if (code >= PERMANENT) {
                throw new Refused(each.getMessage().strip());
            }
        }
    }

    private static Throwable next(Throwable each) {
        return each instanceof MessagingException mail && mail.getNextException() != null
                ? mail.getNextException()
                : each.getCause();
    }

    /** The domain after the @ in a Message-ID. */
    String domain() {
        return properties.from().replaceFirst("^.*@([^@>]+)>?$", "$1");
    }

    /** A mail that the server will never take. */
    static final class Refused extends Exception {
        Refused(String message) {
            super(message);
        }
    }

    /** A message that keeps the Message-ID it was given. */
    private static final class WithMessageId extends MimeMessage {

        private final String messageId;

        WithMessageId(Session session, String messageId) {
            super(session);
            this.messageId = messageId;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", messageId);
        }
    }
}
