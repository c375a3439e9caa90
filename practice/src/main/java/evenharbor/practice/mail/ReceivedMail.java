package evenharbor.practice.mail;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import java.util.Properties;

/**
 * A mail in someone's mailbox.
 *
 * @param id names it
 * @param to whose mailbox it is in
 * @param from who sent it
 * @param text what it says, as plain text
 * @param html what it says, as HTML; empty when it has none
 * @param unsubscribe the field List-Unsubscribe; empty when it has none
 */
public record ReceivedMail(
        String id, String to, String from, String subject, String text, String html, String unsubscribe, Instant at) {

    static ReceivedMail read(Path file) throws IOException {
        String name = file.getFileName().toString().replaceFirst("\\.eml$", "");
        String[] parts = name.split("-", 3);
        try (InputStream bytes = Files.newInputStream(file)) {
            MimeMessage mail = parsed(bytes);
            return new ReceivedMail(
                    parts[0] + "-" + parts[1],
                    parts[2],
                    String.valueOf(mail.getFrom()[0]),
                    Objects.requireNonNullElse(mail.getSubject(), ""),
                    part(mail.getContent(), "text/plain"),
                    part(mail.getContent(), "text/html"),
                    Objects.requireNonNullElse(mail.getHeader("List-Unsubscribe", null), ""),
                    Instant.ofEpochMilli(Long.parseLong(parts[0])));
        } catch (MessagingException e) {
            throw new IOException("The mail " + name + " cannot be read", e);
        }
    }

    static String messageId(InputStream mail) throws IOException {
        try {
            return Objects.requireNonNullElse(parsed(mail).getMessageID(), "");
        } catch (MessagingException e) {
            throw new IOException("A mail cannot be read", e);
        }
    }

    private static MimeMessage parsed(InputStream mail) throws MessagingException {
        return new MimeMessage(Session.getInstance(new Properties()), mail);
    }

    private static String part(Object content, String type) throws MessagingException, IOException {
        if (content instanceof String text) {
            return type.equals("text/plain") ? text : "";
        }
        if (content instanceof Multipart parts) {
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart each = parts.getBodyPart(i);
                String found = each.isMimeType(type) ? String.valueOf(each.getContent()) : "";
                if (found.isEmpty() && each.getContent() instanceof Multipart inner) {
                    found = part(inner, type);
                }
                if (!found.isEmpty()) {
                    return found;
                }
            }
        }
        return "";
    }
}
