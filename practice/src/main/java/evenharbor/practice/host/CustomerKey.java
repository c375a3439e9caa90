package evenharbor.practice.host;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PublicKey;
import java.security.spec.ECGenParameterSpec;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.config.keys.FilePasswordProvider;
import org.apache.sshd.common.config.keys.writer.openssh.OpenSSHKeyEncryptionContext;
import org.apache.sshd.common.config.keys.writer.openssh.OpenSSHKeyPairResourceWriter;
import org.apache.sshd.common.util.security.SecurityUtils;

/** A private key that a hosting company makes for its customer, locked with a passphrase, kept in a file. */
final class CustomerKey {

    private final String text;
    private final PublicKey publicHalf;

    /** The key in a file, which is made when it is not there. */
    CustomerKey(Path file, String passphrase) throws IOException {
        try {
            if (!Files.exists(file)) {
                Files.writeString(file, made(passphrase));
            }
            text = Files.readString(file);
            try (var in = Files.newInputStream(file)) {
                publicHalf = SecurityUtils.loadKeyPairIdentities(
                                null, NamedResource.ofName("customer"), in, FilePasswordProvider.of(passphrase))
                        .iterator()
                        .next()
                        .getPublic();
            }
        } catch (GeneralSecurityException e) {
            throw new IOException(e);
        }
    }

    private static String made(String passphrase) throws IOException, GeneralSecurityException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec("secp256r1"));
        KeyPair pair = generator.generateKeyPair();
        OpenSSHKeyEncryptionContext lock = new OpenSSHKeyEncryptionContext();
        lock.setPassword(passphrase);
        lock.setCipherType("256");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        OpenSSHKeyPairResourceWriter.INSTANCE.writePrivateKey(pair, "customer", lock, out);
        return out.toString(StandardCharsets.UTF_8);
    }

    String text() {
        return text;
    }

    PublicKey publicHalf() {
        return publicHalf;
    }
}
