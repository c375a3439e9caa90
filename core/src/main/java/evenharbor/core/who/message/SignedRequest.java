package evenharbor.core.who.message;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A POST whose receiver can tell that it comes from whoever shares a secret with it, when, and unchanged: HTTP Message
 * Signatures (RFC 9421) by HMAC with SHA-256 over the method, the URL, the headers and a digest of the body (RFC 9530).
 *
 * @param uri where it goes
 * @param headers what is signed besides, in order, by lower-case name
 * @param body the octets
 */
public record SignedRequest(URI uri, Map<String, String> headers, byte[] body) {

    private static final String ALGORITHM = "HmacSHA256";

    /**
     * A secret that both sides know.
     *
     * @param label which of several signatures it is
     * @param id by which the receiver knows it
     * @param secret its octets
     */
    public record Key(String label, String id, byte[] secret) {}

    /** A message as it is sent. @param id the same however often it is sent, so that a receiver takes it once */
    public static SignedRequest of(URI uri, String id, String json) {
        byte[] body = json.getBytes(StandardCharsets.UTF_8);
        Map<String, String> headers = new LinkedHashMap<>();
        headers.put("content-type", "application/json");
        headers.put("content-digest", "sha-256=:" + base64(sha256(body)) + ":");
        headers.put("idempotency-key", "\"" + id + "\"");
        return new SignedRequest(withPath(uri), headers, body);
    }

    /** Without a path it is the root (RFC 9110, section 4.2.3). */
    private static URI withPath(URI uri) {
        return uri.getRawPath().isEmpty()
                ? URI.create(uri.getScheme() + "://" + uri.getRawAuthority() + "/"
                        + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery()))
                : uri;
    }

    /** All headers, with a signature for each key. @param at when it is sent */
    public Map<String, String> signed(Instant at, List<Key> keys) {
        Map<String, String> all = new LinkedHashMap<>(headers);
        List<String> inputs = new ArrayList<>();
        List<String> signatures = new ArrayList<>();
        for (Key key : keys) {
            String parameters = parameters(at, key.id());
            inputs.add(key.label() + "=" + parameters);
            signatures.add(key.label() + "=:" + base64(hmac(key.secret(), base(parameters))) + ":");
        }
        all.put("signature-input", String.join(", ", inputs));
        all.put("signature", String.join(", ", signatures));
        return all;
    }

    /** RFC 9421, section 2.3. */
    private String parameters(Instant at, String keyId) {
        return "(\"@method\" \"@target-uri\" "
                + headers.keySet().stream().map(name -> "\"" + name + "\"").collect(Collectors.joining(" "))
                + ");created=" + at.getEpochSecond() + ";keyid=\"" + keyId + "\";alg=\"hmac-sha256\"";
    }

    /** What the signature is over (RFC 9421, section 2.5). */
    private String base(String parameters) {
        StringBuilder base = new StringBuilder();
        base.append("\"@method\": POST\n\"@target-uri\": ").append(uri).append('\n');
        headers.forEach((name, value) ->
                base.append('"').append(name).append("\": ").append(value).append('\n'));
        return base.append("\"@signature-params\": ").append(parameters).toString();
    }

    private static byte[] hmac(byte[] secret, String text) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(secret, ALGORITHM));
            return mac.doFinal(text.getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] sha256(byte[] body) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(body);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String base64(byte[] octets) {
        return Base64.getEncoder().encodeToString(octets);
    }
}
