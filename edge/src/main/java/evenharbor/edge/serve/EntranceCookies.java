package evenharbor.edge.serve;

import java.time.Duration;
import java.util.Optional;
import org.eclipse.jetty.http.HttpCookie;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;

/** Cookies of entrances: for one host name, out of reach of scripts, and not sent along from other sites (RFC 6265). */
final class EntranceCookies {

    private EntranceCookies() {}

    /** What a visitor's cookie holds. */
    static Optional<String> of(Request request, String name) {
        return Request.getCookies(request).stream()
                .filter(cookie -> cookie.getName().equals(name))
                .map(HttpCookie::getValue)
                .findFirst();
    }

    /** Gives a visitor a cookie, for so long; none at all takes it back. */
    static void set(Response response, Request request, String name, String value, Duration kept) {
        response.getHeaders()
                .add(
                        HttpHeader.SET_COOKIE,
                        name + "=" + value + "; Path=/; Max-Age=" + kept.toSeconds() + "; HttpOnly; SameSite=Lax"
                                + (request.isSecure() ? "; Secure" : ""));
    }
}
