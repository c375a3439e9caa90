package evenharbor.core.who.audience;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Passes that visitors carry once they were let in: signed, for one host name and one guard as it then was, and with an
 * end. Whoever has the key tells a true one by itself; a guard that was renewed or taken away lets none in any more.
 */
public final class Passes {

    private static final String ALGORITHM = "HmacSHA256";

    /** How long a pass lasts. */
    public static final Duration LASTS = Duration.ofHours(12);

    private static final int RADIX = 36;

    private final SecretKeySpec key;

    /** Passes signed by a key of 32 bytes. */
    public Passes(byte[] key) {
        this.key = new SecretKeySpec(key, ALGORITHM);
    }

    /** A pass for a host name, from now on. */
    public String issue(String host, Guard guard, Instant now) {
        Instant end = now.plus(LASTS);
        if (guard.audience() instanceof Audience.WithLink link) {
            end = link.until().filter(until -> until.isBefore(now.plus(LASTS))).orElse(end);
        }
        String second = Long.toString(end.getEpochSecond(), RADIX);
        return second + "." + signature(host, guard, second);
    }

    /** Whether a pass lets in at a host name. Whatever is no pass does not. */
    public boolean admits(String pass, String host, Guard guard, Instant now) {
        int dot = pass.indexOf('.');
        if (dot <= 0 || guard.audience() instanceof Audience.WithLink link && link.ended(now)) {
            return false;
        }
        String second = pass.substring(0, dot);
        boolean signed = MessageDigest.isEqual(
                signature(host, guard, second).getBytes(StandardCharsets.US_ASCII),
                pass.substring(dot + 1).getBytes(StandardCharsets.UTF_8));
        return signed && Long.parseLong(second, RADIX) > now.getEpochSecond();
    }

    private String signature(String host, Guard guard, String second) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(key);
            String signed = String.join("\n", host, guard.id(), Integer.toString(guard.generation()), second);
            return Base64.getUrlEncoder()
                    .withoutPadding()
                    .encodeToString(mac.doFinal(signed.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
