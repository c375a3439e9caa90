package evenharbor.core.who.message;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A receiver can tell who sent a message, when, and that nobody changed it. */
class SignedRequestTest {

    /** 64 octets, as long as a block of the digest. */
    private static final byte[] SECRET = Base64.getDecoder()
            .decode("uzvJfB4u3N0Jy4T7NZ75MDVcr8zSTInedJtkgcu46YW4XByzNJjxBdtjUkdJPBtbmHhIDi6pcl8jsasjlTMtDg==");

    private static final Instant AT = Instant.ofEpochSecond(1618884473);
    private static final SignedRequest REQUEST =
            SignedRequest.of(URI.create("https://example.com/foo?a=b"), "m1", "{\"hello\": \"world\"}\n");

    @Test
    void theDigestIsThatOfTheStandardsExample() {
        // RFC 9530, appendix B.1.
        assertThat(REQUEST.headers().get("content-digest"))
                .isEqualTo("sha-256=:RK/0qy18MlBSVnWgjwz6lZEWjP/lF5HF9bvEF8FabDg=:");
    }

    @Test
    void theSignatureIsOverWhatItSays() {
        Map<String, String> headers = REQUEST.signed(AT, List.of(new SignedRequest.Key("now", "k1", SECRET)));
        String covered = "(\"@method\" \"@target-uri\" \"content-type\" \"content-digest\" \"idempotency-key\")"
                + ";created=1618884473;keyid=\"k1\";alg=\"hmac-sha256\"";
        assertThat(headers.get("signature-input")).isEqualTo("now=" + covered);
        String base = """
                "@method": POST
                "@target-uri": https://example.com/foo?a=b
                "content-type": application/json
                "content-digest": sha-256=:RK/0qy18MlBSVnWgjwz6lZEWjP/lF5HF9bvEF8FabDg=:
                "idempotency-key": "m1"
                "@signature-params":\s""" + covered;
        assertThat(headers.get("signature"))
                .isEqualTo("now=:"
                        + Base64.getEncoder()
                                .encodeToString(ByHand.hmacSha256(SECRET, base.getBytes(StandardCharsets.UTF_8)))
                        + ":");
    }

    /** What another maker's library of the same standard signs the same request with. */
    @Test
    void anotherLibrarySignsItAlike() {
        assertThat(REQUEST.signed(AT, List.of(new SignedRequest.Key("now", "k1", SECRET)))
                        .get("signature"))
                .isEqualTo("now=:dzwXFBosVCLa7alRzfLzbbkYHgIkpusFqhwORwzq8SU=:");
    }

    /** RFC 4231, section 4.3: the judge is right. */
    @Test
    void theJudgeAgreesWithTheStandardsExample() {
        byte[] text = "what do ya want for nothing?".getBytes(StandardCharsets.UTF_8);
        assertThat(HexFormat.of().formatHex(ByHand.hmacSha256("Jefe".getBytes(StandardCharsets.UTF_8), text)))
                .isEqualTo("5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843");
    }

    @Test
    void anOldSecretSignsBesideTheNewOne() {
        Map<String, String> headers = REQUEST.signed(
                AT,
                List.of(
                        new SignedRequest.Key("now", "k2", new byte[] {1}),
                        new SignedRequest.Key("before", "k1", SECRET)));
        assertThat(headers.get("signature")).matches("now=:[^:]+:, before=:[^:]+:");
        assertThat(headers.get("signature-input")).contains("keyid=\"k2\"").contains("keyid=\"k1\"");
    }

    /** HMAC as RFC 2104 writes it down, without the platform's. */
    static final class ByHand {
        private static final int BLOCK = 64;

        static byte[] hmacSha256(byte[] secret, byte[] text) {
            byte[] key = secret.length > BLOCK ? sha256(secret) : secret;
            byte[] inner = new byte[BLOCK + text.length];
            byte[] outer = new byte[BLOCK + 32];
            for (int i = 0; i < BLOCK; i++) {
                int octet = i < key.length ? key[i] : 0;
                inner[i] = (byte) (octet ^ 0x36);
                outer[i] = (byte) (octet ^ 0x5c);
            }
            System.arraycopy(text, 0, inner, BLOCK, text.length);
            System.arraycopy(sha256(inner), 0, outer, BLOCK, 32);
            return sha256(outer);
        }

        private static byte[] sha256(byte[] octets) {
            return com.google.common.hash.Hashing.sha256().hashBytes(octets).asBytes();
        }
    }
}
