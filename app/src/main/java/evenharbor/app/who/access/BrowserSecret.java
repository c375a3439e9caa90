package evenharbor.app.who.access;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/** A secret by which a browser is known again that asked for a mail: the link in it works there and nowhere else. */
@Component
class BrowserSecret {

    private static final String COOKIE = "harbor-asked";
    private static final Duration KEPT = Duration.ofDays(2);

    /** The secret of the browser that asks, a new one if it has none. */
    String begin(HttpServletRequest request, HttpServletResponse response) {
        String secret = of(request);
        if (secret.isEmpty()) {
            secret = Ids.secret();
        }
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, secret)
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .path("/api")
                        .maxAge(KEPT)
                        .build()
                        .toString());
        return secret;
    }

    /** The secret that a browser has; empty for none. */
    String of(HttpServletRequest request) {
        return request.getCookies() == null
                ? ""
                : Stream.of(request.getCookies())
                        .filter(cookie -> cookie.getName().equals(COOKIE))
                        .map(Cookie::getValue)
                        .findFirst()
                        .orElse("");
    }
}
