package evenharbor.core.who.audience;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** The secret in a link that lets in whoever has it. It is long and by chance, so a plain digest of it keeps it. */
public final class LinkSecret {

    /** The name of the query parameter that carries it. */
    public static final String PARAMETER = "let-in";

    private LinkSecret() {}

    /** What is kept of a secret: SHA-256, 64 lower-case hex digits. */
    public static String digest(String secret) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whether what was given is the secret. */
    public static boolean matches(String given, String digest) {
        return MessageDigest.isEqual(
                digest(given).getBytes(StandardCharsets.US_ASCII), digest.getBytes(StandardCharsets.US_ASCII));
    }
}
