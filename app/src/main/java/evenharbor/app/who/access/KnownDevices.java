package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Browsers that someone has signed in with before, known by a secret in a cookie. They open nothing by themselves. */
@Component
class KnownDevices {

    private static final String COOKIE = "harbor-device";
    private static final Duration KEPT = Duration.ofDays(365);

    private final JdbcClient db;

    KnownDevices(JdbcClient db) {
        this.db = db;
    }

    /** The device that a request comes from, when this person has signed in with it before. */
    Optional<String> of(HttpServletRequest request, String personId) {
        return cookie(request)
                .map(KnownDevices::hash)
                .filter(hash -> db.sql("select count(*) from known_device where hash = ? and person_id = ? and at > ?")
                                .params(hash, personId, utc(Instant.now().minus(KEPT)))
                                .query(Integer.class)
                                .single()
                        == 1);
    }

    /** Knows the device from now on. @return whether it was not known, while others are */
    boolean remember(HttpServletRequest request, HttpServletResponse response, String personId) {
        if (of(request, personId).isPresent()) {
            return false;
        }
        boolean others = db.sql("select count(*) from known_device where person_id = ?")
                        .param(personId)
                        .query(Integer.class)
                        .single()
                > 0;
        String secret = Ids.secret();
        db.sql("insert into known_device (hash, person_id, at) values (?, ?, ?)")
                .params(hash(secret), personId, utc(Instant.now()))
                .update();
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, secret)
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .path("/api/session")
                        .maxAge(KEPT)
                        .build()
                        .toString());
        return others;
    }

    /** Knows no device of a person any more. */
    void forget(String personId) {
        db.sql("delete from known_device where person_id = ?").param(personId).update();
    }

    private static Optional<String> cookie(HttpServletRequest request) {
        return request.getCookies() == null
                ? Optional.empty()
                : Stream.of(request.getCookies())
                        .filter(cookie -> cookie.getName().equals(COOKIE))
                        .map(Cookie::getValue)
                        .findFirst();
    }

    private static String hash(String secret) {
        return Hashing.sha256().hashString(secret, StandardCharsets.UTF_8).toString();
    }

    private static java.time.LocalDateTime utc(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
