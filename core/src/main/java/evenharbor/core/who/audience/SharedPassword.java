package evenharbor.core.who.audience;

import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Base64;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;

/** A password that several people share, kept so that nobody can read it (PBKDF2, RFC 8018, with HMAC-SHA-256). */
public final class SharedPassword {

    private static final String ALGORITHM = "PBKDF2WithHmacSHA256";
    private static final String KIND = "pbkdf2";
    private static final int ROUNDS = 310_000;
    private static final int BITS = 256;

    /** The fewest characters of one. */
    public static final int SHORTEST = 6;

    /** The most: more are not read. */
    public static final int LONGEST = 200;

    private SharedPassword() {}

    /** How it is kept. @param salt 16 bytes by chance */
    public static String kept(String password, byte[] salt) {
        Base64.Encoder encoder = Base64.getEncoder().withoutPadding();
        return String.join(
                "$",
                KIND,
                Integer.toString(ROUNDS),
                encoder.encodeToString(salt),
                encoder.encodeToString(derived(password, salt, ROUNDS)));
    }

    /** Whether what was typed is the password. How much of it was right does not show in the time that takes. */
    public static boolean matches(String typed, String kept) {
        String[] parts = kept.split("\\$");
        if (parts.length != 4 || typed.length() > LONGEST) {
            return false;
        }
        Base64.Decoder decoder = Base64.getDecoder();
        byte[] wanted = decoder.decode(parts[3]);
        return MessageDigest.isEqual(wanted, derived(typed, decoder.decode(parts[2]), Integer.parseInt(parts[1])));
    }

    /** Whether something is what {@link #kept} makes: of as many rounds, no more and no fewer. */
    public static boolean wellFormed(String kept) {
        return kept.matches(KIND + "\\$" + ROUNDS + "\\$[A-Za-z0-9+/=_-]{10,60}\\$[A-Za-z0-9+/=_-]{30,60}");
    }

    private static byte[] derived(String password, byte[] salt, int rounds) {
        try {
            return SecretKeyFactory.getInstance(ALGORITHM)
                    .generateSecret(new PBEKeySpec(password.toCharArray(), salt, rounds, BITS))
                    .getEncoded();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
