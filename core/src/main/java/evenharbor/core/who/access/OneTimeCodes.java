package evenharbor.core.who.access;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;

/**
 * Codes of six digits that a person's device computes from the time and a secret (RFC 6238, with its usual values: SHA-1,
 * 30 seconds). A clock may be off by a step; a code is good once.
 */
public final class OneTimeCodes {

    /** Bytes of a secret, as RFC 4226, section 4, recommends. */
    public static final int SECRET_LENGTH = 20;

    private static final int OFF = 1;
    private static final TimeBasedOneTimePasswordGenerator CODES = new TimeBasedOneTimePasswordGenerator();

    private OneTimeCodes() {}

    /**
     * The time step that a code is of; empty when it is none of now, or was used already.
     *
     * @param secret the shared secret
     * @param typed as a person typed it: spaces do not count
     * @param lastStep the step of the last code that was used
     */
    public static OptionalLong step(byte[] secret, String typed, Instant now, long lastStep) {
        String code = typed.replaceAll("\\s+", "");
        long current = now.getEpochSecond() / CODES.getTimeStep().toSeconds();
        OptionalLong found = OptionalLong.empty();
        for (long step = current - OFF; step <= current + OFF; step++) {
            boolean same = MessageDigest.isEqual(
                    code(secret, step).getBytes(StandardCharsets.US_ASCII), code.getBytes(StandardCharsets.UTF_8));
            if (same && step > lastStep) {
                found = OptionalLong.of(step);
            }
        }
        return found;
    }

    /** The code of a time step. */
    public static String code(byte[] secret, long step) {
        try {
            return CODES.generateOneTimePasswordString(
                    new SecretKeySpec(secret, CODES.getAlgorithm()),
                    Instant.ofEpochSecond(step * CODES.getTimeStep().toSeconds()));
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }
}
