package evenharbor.practice.mail;

import java.io.ByteArrayInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.subethamail.smtp.MessageContext;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/**
 * A mail server (RFC 5321) that keeps what it gets, for whoever it is, as files in a folder. A mail that comes again with
 * the same Message-ID is kept once, as mail servers do.
 */
public final class PracticeMail implements Closeable {

    private static final int MOST_KEPT = 500;
    private static final int LARGEST = 1 << 20;

    private final Path folder;
    private final Clock clock;
    private final SMTPServer server;
    private volatile MailFault fault = MailFault.NONE;

    /** Starts the server on loopback. @param folder where mails are kept */
    public PracticeMail(int port, Path folder, Clock clock) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.clock = clock;
        server = SMTPServer.port(port)
                .bindAddress(InetAddress.getLoopbackAddress())
                .hostName("mail.quayside.localhost")
                .maxMessageSize(LARGEST)
                .messageHandlerFactory(Delivery::new)
                .build();
        server.start();
    }

    /** What is wrong with it. */
    public MailFault fault() {
        return fault;
    }

    /** Lets something be wrong with it. */
    public void setFault(MailFault next) {
        fault = next;
    }

    /** All mails that were got, the latest first. */
    public List<ReceivedMail> mails() throws IOException {
        List<ReceivedMail> mails = new ArrayList<>();
        for (Path file : files()) {
            mails.add(ReceivedMail.read(file));
        }
        return mails;
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.toString().endsWith(".eml"))
                    .sorted(Comparator.comparing(Path::getFileName).reversed())
                    .toList();
        }
    }

    private synchronized void keep(String recipient, byte[] mail) throws IOException {
        String id = ReceivedMail.messageId(new ByteArrayInputStream(mail));
        String name = Integer.toHexString((id + " " + recipient).hashCode());
        List<Path> before = files();
        if (before.stream().anyMatch(file -> file.getFileName().toString().contains("-" + name + "-"))) {
            return;
        }
        Path written = Files.createTempFile(folder, "mail", ".part");
        Files.write(written, mail);
        String to = recipient.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9@._+-]", "_");
        Files.move(
                written,
                folder.resolve("%015d-%s-%s.eml".formatted(clock.millis(), name, to)),
                StandardCopyOption.ATOMIC_MOVE);
        for (Path old : before.subList(Math.min(before.size(), MOST_KEPT), before.size())) {
            Files.deleteIfExists(old);
        }
    }

    @Override
    public void close() {
        server.stop();
    }

    /** One mail on its way in. */
    private final class Delivery implements MessageHandler {

        private final List<String> recipients = new ArrayList<>();

        Delivery(MessageContext context) {}

        @Override
        public void from(String from) throws RejectException {
            if (fault == MailFault.BUSY) {
                throw new RejectException(451, "4.3.2 Busy just now, try later");
            }
        }

        @Override
        public void recipient(String recipient) throws RejectException {
            if (fault == MailFault.REFUSING) {
                throw new RejectException(550, "5.1.1 No such mailbox here");
            }
            recipients.add(recipient);
        }

        @Override
        public String data(InputStream data) throws IOException, RejectException {
            byte[] mail = data.readAllBytes();
            for (String recipient : recipients) {
                keep(recipient, mail);
            }
            if (fault == MailFault.FORGETFUL) {
                throw new RejectException(451, "4.4.2 What became of it is not known");
            }
            return null;
        }

        @Override
        public void done() {
            // Each mail is kept by then, or was refused.
        }
    }
}
