package evenharbor.practice.authority;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jose4j.base64url.Base64Url;

/** Leave to have a certificate for one name, and the challenges by which it is proved (RFC 8555 section 7.1.4). */
final class Authorization {

    private final String id;
    private final String token;
    private final String name;
    private final boolean wildcard;
    private final String thumbprint;
    private String status = "pending";
    private String tried = "";
    private Map<String, Object> error;

    /**
     * One that nothing was proved for yet.
     *
     * @param fullName a host name, or {@code *.} and one
     * @param thumbprint of the account's key
     */
    Authorization(String id, String token, String fullName, String thumbprint) {
        this.id = id;
        this.token = token;
        this.wildcard = fullName.startsWith("*.");
        this.name = wildcard ? fullName.substring(2) : fullName;
        this.thumbprint = thumbprint;
    }

    String id() {
        return id;
    }

    String fullName() {
        return (wildcard ? "*." : "") + name;
    }

    boolean valid() {
        return status.equals("valid");
    }

    /** Why it was refused; null when it was not. */
    Map<String, Object> error() {
        return error;
    }

    static Map<String, Object> identifier(String name) {
        return Map.of("type", "dns", "value", name);
    }

    Map<String, Object> body(String base, String expires) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("status", status);
        body.put("identifier", identifier(name));
        body.put("expires", expires);
        if (wildcard) {
            body.put("wildcard", true);
        }
        List<Map<String, Object>> challenges = new ArrayList<>();
        if (!wildcard) {
            challenges.add(challenge("http-01", base));
        }
        challenges.add(challenge("dns-01", base));
        body.put("challenges", challenges);
        return body;
    }

    Map<String, Object> challenge(String type, String base) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("type", type);
        body.put("url", base + "/challenge/" + id + "/" + type);
        body.put("token", token);
        body.put("status", tried.equals(type) ? status : "pending");
        if (error != null && tried.equals(type)) {
            body.put("error", error);
        }
        return body;
    }

    /** Looks, once, whether what was agreed is there. */
    void prove(String type, Validation validation, AuthorityFault fault) {
        if (!status.equals("pending") || !tried.isEmpty()) {
            return;
        }
        tried = type;
        try {
            look(type, validation, fault);
            status = "valid";
        } catch (Validation.Failure e) {
            error = Answer.problem(e.type(), e.getMessage());
            status = "invalid";
        }
    }

    private void look(String type, Validation validation, AuthorityFault fault) throws Validation.Failure {
        String agreed = token + "." + thumbprint;
        if (fault == AuthorityFault.REFUSES_CAA) {
            throw new Validation.Failure("caa", "CAA records at " + name + " do not permit " + Acme.NAME);
        }
        if (fault == AuthorityFault.WRONG_CONTENT) {
            throw new Validation.Failure("unauthorized", "The file at " + name + " does not hold what was agreed");
        }
        validation.permits(name, wildcard, Acme.NAME);
        if (type.equals("http-01")) {
            validation.http(name, token, agreed);
        } else {
            validation.dns(name, digest(agreed));
        }
    }

    private static String digest(String text) {
        try {
            return Base64Url.encode(
                    MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.US_ASCII)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
