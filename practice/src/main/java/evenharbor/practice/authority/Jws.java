package evenharbor.practice.authority;

import java.nio.charset.StandardCharsets;
import java.security.PublicKey;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jose4j.base64url.Base64Url;
import org.jose4j.json.JsonUtil;
import org.jose4j.jwk.JsonWebKey;
import org.jose4j.jwk.PublicJsonWebKey;
import org.jose4j.jws.JsonWebSignature;
import org.jose4j.lang.JoseException;

/**
 * A signed request (RFC 8555 section 6.2).
 *
 * @param url the URL it is meant for
 * @param nonce the value that makes it good for one use
 * @param account where the account is that signed; empty when it brings its key along
 * @param key the key it is signed with
 * @param payload what it says; empty for a plain read
 */
record Jws(String url, String nonce, Optional<String> account, JsonWebKey key, Map<String, Object> payload) {

    /**
     * Reads and verifies.
     *
     * @param keys the key of each account
     */
    static Jws read(String body, Function<String, Optional<JsonWebKey>> keys) throws JoseException {
        Map<String, Object> outer = JsonUtil.parseJson(body);
        String encoded = String.valueOf(outer.get("protected"));
        Map<String, Object> header = JsonUtil.parseJson(new Base64Url().base64UrlDecodeToUtf8String(encoded));
        Optional<String> account = Optional.ofNullable((String) header.get("kid"));
        JsonWebKey key = account.isPresent()
                ? keys.apply(account.get()).orElseThrow(() -> new JoseException("unknown account"))
                : keyIn(header);
        JsonWebSignature signature = new JsonWebSignature();
        signature.setCompactSerialization(encoded + "." + outer.get("payload") + "." + outer.get("signature"));
        signature.setKey((PublicKey) key.getKey());
        if (!signature.verifySignature()) {
            throw new JoseException("wrong signature");
        }
        String payload = new String(signature.getPayloadBytes(), StandardCharsets.UTF_8);
        return new Jws(
                String.valueOf(header.get("url")),
                String.valueOf(header.get("nonce")),
                account,
                key,
                payload.isEmpty() ? Map.of() : JsonUtil.parseJson(payload));
    }

    @SuppressWarnings("unchecked")
    private static JsonWebKey keyIn(Map<String, Object> header) throws JoseException {
        if (!(header.get("jwk") instanceof Map<?, ?> jwk)) {
            throw new JoseException("no key");
        }
        return PublicJsonWebKey.Factory.newPublicJwk((Map<String, Object>) jwk);
    }

    /** The key's thumbprint (RFC 7638), which the answers to challenges carry. */
    static String thumbprint(JsonWebKey key) {
        return Base64Url.encode(key.calculateThumbprint("SHA-256"));
    }
}
