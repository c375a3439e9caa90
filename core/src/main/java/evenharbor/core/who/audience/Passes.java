package evenharbor.core.who.audience;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Optional;
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

    /** Each thread's own: to make one costs as much as a few signatures. */
    private final ThreadLocal<Mac> macs;

    /** Passes signed by a key of 32 bytes. */
    public Passes(byte[] key) {
        SecretKeySpec secret = new SecretKeySpec(key, ALGORITHM);
        this.macs = ThreadLocal.withInitial(() -> {
            try {
                Mac mac = Mac.getInstance(ALGORITHM);
                mac.init(secret);
                return mac;
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    /** A pass for a host name, from now on. */
    public String issue(String host, Guard guard, Instant now) {
        return issue(host, guard, "", now);
    }

    /** A pass for a host name, from now on. @param holder whose it is: an e-mail where one was shown; empty for nobody's */
    public String issue(String host, Guard guard, String holder, Instant now) {
        Instant end = now.plus(LASTS);
        if (guard.audience() instanceof Audience.WithLink link) {
            end = link.until().filter(until -> until.isBefore(now.plus(LASTS))).orElse(end);
        }
        String signed = Long.toString(end.getEpochSecond(), RADIX) + "." + encoded(holder);
        return signed + "." + signature(host, guard, signed);
    }

    /** Whether a pass lets in at a host name. Whatever is no pass does not. */
    public boolean admits(String pass, String host, Guard guard, Instant now) {
        return holder(pass, host, guard, now).isPresent();
    }

    /**
     * Whose pass lets in at a host name, empty words for nobody's; nothing for what does not let in. Someone who was taken
     * off the list since is not let in any more.
     */
    public Optional<String> holder(String pass, String host, Guard guard, Instant now) {
        int second = pass.lastIndexOf('.');
        int first = second <= 0 ? -1 : pass.lastIndexOf('.', second - 1);
        if (first <= 0 || guard.audience() instanceof Audience.WithLink link && link.ended(now)) {
            return Optional.empty();
        }
        String signed = pass.substring(0, second);
        boolean genuine = MessageDigest.isEqual(
                signature(host, guard, signed).getBytes(StandardCharsets.US_ASCII),
                pass.substring(second + 1).getBytes(StandardCharsets.UTF_8));
        if (!genuine || Long.parseLong(pass.substring(0, first), RADIX) <= now.getEpochSecond()) {
            return Optional.empty();
        }
        String holder =
                new String(Base64.getUrlDecoder().decode(pass.substring(first + 1, second)), StandardCharsets.UTF_8);
        return guard.audience() instanceof Audience.ByMail mail && !mail.admits(holder)
                ? Optional.empty()
                : Optional.of(holder);
    }

    private static String encoded(String holder) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(holder.getBytes(StandardCharsets.UTF_8));
    }

    private String signature(String host, Guard guard, String said) {
        String signed = String.join("\n", host, guard.id(), Integer.toString(guard.generation()), said);
        return Base64.getUrlEncoder()
                .withoutPadding()
                .encodeToString(macs.get().doFinal(signed.getBytes(StandardCharsets.UTF_8)));
    }
}
