package evenharbor.edge.serve;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.Passes;
import evenharbor.core.who.audience.SharedPassword;
import java.nio.ByteBuffer;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.eclipse.jetty.http.HttpCookie;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.FormFields;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.URIUtil;

/**
 * Lets visitors in to what is not for everyone: who carries a pass gets what is there, who shows the link or the password
 * is given one, and all others are asked for it, with a page that says nothing of what lies behind.
 */
final class Entrance {

    private static final String COOKIE = "harbor-pass-";
    private static final String PASSWORD = "password";
    private static final String GUARDED = Entrance.class.getName();

    /** The most wrong passwords of one visitor, and of all at one part, in {@link #WINDOW}. */
    private static final int MOST_TRIES = 10;

    private static final int MOST_TRIES_IN_ALL = 200;
    private static final Duration WINDOW = Duration.ofMinutes(1);
    private static final int MOST_FIELDS = 4;
    private static final int LARGEST_FORM = 4_000;

    private final Passes passes;
    private final Clock clock;
    private final Cache<String, AtomicInteger> wrong =
            Caffeine.newBuilder().expireAfterWrite(WINDOW).maximumSize(20_000).build();

    Entrance(Passes passes, Clock clock) {
        this.passes = passes;
        this.clock = clock;
    }

    /** Whether an answer is only for whoever was let in: nobody on the way may keep it. */
    static boolean guarded(Request request) {
        return request.getAttribute(GUARDED) != null;
    }

    /** What a visitor meets: what is behind, for who carries a pass; else the question. */
    Decision met(Decision decision, String host, Request request) {
        if (!(decision instanceof Decision.Ask ask)) {
            return decision;
        }
        request.setAttribute(GUARDED, Boolean.TRUE);
        String name = COOKIE + ask.guard().id();
        for (HttpCookie cookie : Request.getCookies(request)) {
            if (cookie.getName().equals(name) && passes.admits(cookie.getValue(), host, ask.guard(), clock.instant())) {
                return ask.behind();
            }
        }
        return ask;
    }

    /** Asks, or lets in who shows what is asked for. Work that takes its time goes on in another thread. */
    void answer(Decision.Ask ask, String host, String path, Request request, Response response, Callback callback) {
        Guard guard = ask.guard();
        if (HttpMethod.POST.is(request.getMethod()) && guard.audience() instanceof Audience.WithPassword password) {
            request.getComponents()
                    .getExecutor()
                    .execute(() -> tried(guard, password, host, path, request, response, callback));
        } else if (!HttpMethod.GET.is(request.getMethod()) && !HttpMethod.HEAD.is(request.getMethod())) {
            response.getHeaders().put(Fields.ALLOW);
            page(HttpStatus.METHOD_NOT_ALLOWED_405, EntrancePage.asking(guard, false), request, response, callback);
        } else if (guard.audience() instanceof Audience.WithLink link && shows(link, request)) {
            letIn(guard, host, path, request, response, callback);
        } else {
            boolean ended = guard.audience() instanceof Audience.WithLink link && link.ended(clock.instant());
            page(HttpStatus.FORBIDDEN_403, EntrancePage.asking(guard, ended), request, response, callback);
        }
    }

    private boolean shows(Audience.WithLink link, Request request) {
        return !link.ended(clock.instant())
                && shown(request)
                        .filter(secret -> LinkSecret.matches(secret, link.digest()))
                        .isPresent();
    }

    private static Optional<String> shown(Request request) {
        String query = request.getHttpURI().getQuery();
        String begins = LinkSecret.PARAMETER + "=";
        return query == null
                ? Optional.empty()
                : Arrays.stream(query.split("&"))
                        .filter(each -> each.startsWith(begins))
                        .findFirst()
                        .map(each -> URIUtil.decodePath(each.substring(begins.length())));
    }

    private void tried(
            Guard guard,
            Audience.WithPassword password,
            String host,
            String path,
            Request request,
            Response response,
            Callback callback) {
        AtomicInteger own =
                wrong.get(guard.id() + " " + network(Request.getRemoteAddr(request)), k -> new AtomicInteger());
        AtomicInteger all = wrong.get(guard.id(), k -> new AtomicInteger());
        // Counted before it is judged: many at once are not let through together.
        if (own.incrementAndGet() > MOST_TRIES || all.incrementAndGet() > MOST_TRIES_IN_ALL) {
            response.getHeaders().put(HttpHeader.RETRY_AFTER, WINDOW.toSeconds());
            page(HttpStatus.TOO_MANY_REQUESTS_429, EntrancePage.tooMany(), request, response, callback);
            return;
        }
        String typed = typed(request);
        if (SharedPassword.matches(typed, password.hash())) {
            own.decrementAndGet();
            all.decrementAndGet();
            letIn(guard, host, path, request, response, callback);
        } else {
            page(HttpStatus.FORBIDDEN_403, EntrancePage.wrong(), request, response, callback);
        }
    }

    private static String typed(Request request) {
        try {
            return Optional.ofNullable(FormFields.getFields(request, MOST_FIELDS, LARGEST_FORM))
                    .map(form -> form.getValue(PASSWORD))
                    .orElse("");
        } catch (RuntimeException e) {
            // No form, or one that is larger than any of ours: no password was typed.
            return "";
        }
    }

    /** Who has an IPv6 network has as many numbers as they like: the network counts. */
    private static String network(String address) {
        return address == null || address.indexOf(':') < 0
                ? String.valueOf(address)
                : Arrays.stream(address.split(":")).limit(4).collect(Collectors.joining(":"));
    }

    private void letIn(Guard guard, String host, String path, Request request, Response response, Callback callback) {
        String cookie = COOKIE + guard.id() + "=" + passes.issue(host, guard, clock.instant()) + "; Path=/; Max-Age="
                + Passes.LASTS.toSeconds() + "; HttpOnly; SameSite=Lax" + (request.isSecure() ? "; Secure" : "");
        response.setStatus(HttpStatus.SEE_OTHER_303);
        response.getHeaders()
                .put(HttpHeader.SET_COOKIE, cookie)
                .put(HttpHeader.LOCATION, here(path, request))
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_REFERRER)
                .put(HttpHeader.CONTENT_LENGTH, 0);
        response.write(true, null, callback);
    }

    /** The URL asked, without the secret, and never one of another host: not with two slashes at its beginning. */
    private static String here(String path, Request request) {
        String query = request.getHttpURI().getQuery();
        String rest = query == null
                ? ""
                : Arrays.stream(query.split("&"))
                        .filter(each -> !each.startsWith(LinkSecret.PARAMETER + "="))
                        .collect(Collectors.joining("&"));
        return SiteRoutes.encoded("/" + path.replaceFirst("^/+", "")) + (rest.isEmpty() ? "" : "?" + rest);
    }

    private static void page(int status, byte[] page, Request request, Response response, Callback callback) {
        response.setStatus(status);
        response.getHeaders()
                .put(Fields.HTML)
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_INDEX)
                .put(Fields.NO_SNIFFING)
                .put(Fields.NO_REFERRER)
                .put(EntrancePage.POLICY)
                .put(HttpHeader.CONTENT_LENGTH, page.length);
        response.write(true, HttpMethod.HEAD.is(request.getMethod()) ? null : ByteBuffer.wrap(page), callback);
    }
}
