package evenharbor.app.hosting.transfer;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.util.Iterator;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.config.keys.FilePasswordProvider;
import org.apache.sshd.common.config.keys.writer.openssh.OpenSSHKeyPairResourceWriter;
import org.apache.sshd.common.util.security.SecurityUtils;

/** Private keys for signing in over SSH, as people paste them. */
public final class PrivateKey {

    private static final Pattern BLOCK =
            Pattern.compile("(?s)(-----BEGIN [A-Z0-9 ]+-----)(.*?)(-----END [A-Z0-9 ]+-----)");
    private static final Pattern PUBLIC =
            Pattern.compile("(?s)\\s*(?:ssh-\\S+|ecdsa-\\S+|sk-\\S+) AAAA.*|.*BEGIN[A-Z0-9 ]* PUBLIC KEY.*");

    private PrivateKey() {}

    /** What was pasted cannot be used. */
    public static final class Unusable extends Exception {
        private final boolean passphrase;

        private Unusable(String sentence, boolean passphrase) {
            super(sentence);
            this.passphrase = passphrase;
        }

        /** Whether it is for want of the right passphrase. */
        public boolean forPassphrase() {
            return passphrase;
        }
    }

    /** Whether something is a key rather than a password, whether or not it is of any use. */
    public static boolean looksLike(String secret) {
        return secret.strip().startsWith("-----BEGIN") || PUBLIC.matcher(secret).matches();
    }

    /**
     * A key without its lock, in a form that {@link #read} takes: a passphrase need not be kept beside the key that it opens.
     *
     * @param typed as pasted, indented or on one line
     * @param passphrase empty for none
     */
    public static String unlocked(String typed, String passphrase) throws Unusable {
        if (PUBLIC.matcher(typed).matches()) {
            throw new Unusable("This is the public half of a key. Paste the private one.", false);
        }
        String text = tidied(typed);
        AtomicBoolean locked = new AtomicBoolean();
        try {
            KeyPair pair = first(text, (session, name, retry) -> {
                locked.set(true);
                return passphrase;
            });
            if (!locked.get()) {
                return text;
            }
            ByteArrayOutputStream open = new ByteArrayOutputStream();
            OpenSSHKeyPairResourceWriter.INSTANCE.writePrivateKey(pair, "", null, open);
            return open.toString(StandardCharsets.UTF_8);
        } catch (IOException | GeneralSecurityException | RuntimeException e) {
            if (!locked.get()) {
                throw new Unusable(
                        "This key cannot be read. Paste all of its file, from BEGIN to END, in the OpenSSH or PEM form.",
                        false);
            }
            throw new Unusable(
                    passphrase.isEmpty()
                            ? "This key is locked. Give the passphrase that opens it."
                            : "This passphrase does not open the key.",
                    true);
        }
    }

    private static String tidied(String typed) {
        String lines = typed.strip().lines().map(String::strip).collect(Collectors.joining("\n"));
        Matcher block = BLOCK.matcher(lines);
        if (!block.find()) {
            return lines;
        }
        String body = block.group(2).strip();
        // One that went through a field of a single line has spaces for its line ends, or nothing.
        String wrapped =
                body.contains("\n") ? body : body.replaceAll("\\s+", "").replaceAll("(.{70})", "$1\n");
        return block.group(1) + "\n" + wrapped.strip() + "\n" + block.group(3) + "\n";
    }

    private static KeyPair first(String text, FilePasswordProvider passphrase)
            throws IOException, GeneralSecurityException {
        Iterator<KeyPair> pairs = SecurityUtils.loadKeyPairIdentities(
                        null,
                        NamedResource.ofName("key"),
                        new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)),
                        passphrase)
                .iterator();
        return pairs.next();
    }

    /** The key in a text made by {@link #unlocked}. */
    static KeyPair read(String unlocked) throws IOException {
        try {
            return first(unlocked, FilePasswordProvider.EMPTY);
        } catch (GeneralSecurityException | RuntimeException e) {
            throw new IOException("The private key cannot be read", e);
        }
    }
}
