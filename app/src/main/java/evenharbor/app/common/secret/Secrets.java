package evenharbor.app.common.secret;

import com.google.crypto.tink.Aead;
import com.google.crypto.tink.InsecureSecretKeyAccess;
import com.google.crypto.tink.KeysetHandle;
import com.google.crypto.tink.TinkJsonProtoKeysetFormat;
import com.google.crypto.tink.aead.AeadConfig2026;
import com.google.crypto.tink.aead.PredefinedAeadParameters;
import evenharbor.app.HarborProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import org.springframework.stereotype.Component;

/** Encrypts what must not be read by whoever gets hold of the database (AES-256 in GCM). */
@Component
public class Secrets {

    private static final byte[] NOTHING_MORE = {};

    private final Aead aead;

    /** Opens the key in the harbor's folder, or makes it; only its owner may read it. */
    Secrets(HarborProperties harbor) {
        try {
            aead = TinkJsonProtoKeysetFormat.parseKeyset(
                            key(harbor.home().resolve("secret-key")),
                            AeadConfig2026.get(),
                            InsecureSecretKeyAccess.get())
                    .getPrimitive(AeadConfig2026.get(), Aead.class);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("The key in the harbor's folder cannot be used", e);
        }
    }

    private static String key(Path file) throws GeneralSecurityException {
        Path folder = file.toAbsolutePath().getParent();
        try {
            Files.createDirectories(folder);
            Path written = Files.createTempFile(
                    folder,
                    "secret",
                    "",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(
                    written,
                    TinkJsonProtoKeysetFormat.serializeKeyset(
                            KeysetHandle.generateNew(PredefinedAeadParameters.AES256_GCM, AeadConfig2026.get()),
                            AeadConfig2026.get(),
                            InsecureSecretKeyAccess.get()),
                    StandardOpenOption.SYNC);
            try {
                // Of two nodes that begin at once, one makes it.
                Files.createLink(file, written);
            } catch (FileAlreadyExistsException e) {
                // It was there.
            }
            Files.delete(written);
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException("The key in " + file + " cannot be used", e);
        }
    }

    /** Encrypts a text. */
    public byte[] sealed(String plain) {
        try {
            return aead.encrypt(plain.getBytes(StandardCharsets.UTF_8), NOTHING_MORE);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A secret that was not sealed with this key, or was changed since: a database came back without its key, say. */
    public static final class CannotOpen extends IllegalStateException {
        private CannotOpen(Exception cause) {
            super("A secret cannot be read: it was sealed with another key", cause);
        }
    }

    /** Decrypts a text. @throws CannotOpen when it was not sealed with this key */
    public String opened(byte[] sealed) {
        try {
            return new String(aead.decrypt(sealed, NOTHING_MORE), StandardCharsets.UTF_8);
        } catch (GeneralSecurityException e) {
            throw new CannotOpen(e);
        }
    }
}
