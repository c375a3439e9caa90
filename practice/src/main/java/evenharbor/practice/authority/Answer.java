package evenharbor.practice.authority;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;

/** An answer: JSON, or text. */
record Answer(int status, Map<String, Object> body, String text, Map<String, String> fields) {

    static Answer of(int status, Map<String, Object> body) {
        return new Answer(status, body, null, Map.of());
    }

    static Answer at(int status, Map<String, Object> body, String location) {
        return new Answer(status, body, null, Map.of("Location", location));
    }

    static Answer problem(int status, String type, String detail) {
        return of(status, problem(type, detail));
    }

    static Map<String, Object> problem(String type, String detail) {
        return Map.of("type", "urn:ietf:params:acme:error:" + type, "detail", detail);
    }

    Answer later(Duration wait) {
        Map<String, String> more = new LinkedHashMap<>(fields);
        more.put("Retry-After", String.valueOf(Math.max(1, wait.toSeconds())));
        return new Answer(status, body, text, more);
    }
}
