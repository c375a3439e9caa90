package evenharbor.edge.serve;

import evenharbor.core.common.UrlPath;
import evenharbor.core.harbor.route.Decision;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.Passes;
import evenharbor.core.who.audience.SharedPassword;
import evenharbor.core.who.mail.MailAddress;
import java.nio.ByteBuffer;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.stream.Collectors;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.FormFields;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.Fields.Field;
import org.eclipse.jetty.util.URIUtil;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Lets visitors in to what is not for everyone: who carries a pass gets what is there, who shows what is asked for is given
 * one, and all others are asked for it, with a page that says nothing of what lies behind.
 */
final class Entrance {

    private static final Logger LOG = LoggerFactory.getLogger(Entrance.class);
    private static final String COOKIE = "harbor-pass-";
    private static final String ASKED = "harbor-asked-";
    private static final String KEPT = "harbor-kept";
    private static final String GUARDED = Entrance.class.getName();

    private static final Duration ASKED_FOR = Duration.ofMinutes(20);
    private static final int MOST_FIELDS = 12;
    private static final int LARGEST_FORM = 4_000;
    private static final int SECRET = 16;

    private final Passes passes;
    private final Doorkeeper keeper;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();
    private final PagesSeen seen;
    private final Tries tries = new Tries();

    Entrance(Door door, Clock clock) {
        this.passes = door.passes();
        this.seen = new PagesSeen(door.passes(), clock);
        this.keeper = door.keeper();
        this.clock = clock;
    }

    /** Whether an answer is only for whoever was let in: nobody on the way may keep it. */
    static boolean guarded(Request request) {
        return request.getAttribute(GUARDED) != null;
    }

    /** What a visitor meets: what is behind, for who carries a pass; else the question. */
    Decision met(Decision decision, String host, Request request, Response response) {
        if (!(decision instanceof Decision.Ask ask)) {
            return decision;
        }
        request.setAttribute(GUARDED, Boolean.TRUE);
        boolean in = holder(ask.guard(), host, request).isPresent() && !speaksOfThemselves(ask.guard(), request);
        boolean through = in || !asksWhatIsKept(ask.guard(), request) && seen.oneMore(ask, host, request, response);
        return through ? ask.behind() : ask;
    }

    private Optional<String> holder(Guard guard, String host, Request request) {
        return EntranceCookies.of(request, COOKIE + guard.id())
                .flatMap(pass -> passes.holder(pass, host, guard, clock.instant()));
    }

    /** Who registered sees what is kept of them, and takes it back, by the same entrance. */
    private static boolean speaksOfThemselves(Guard guard, Request request) {
        return asksWhatIsKept(guard, request)
                || guard.audience() instanceof Audience.Registered && HttpMethod.POST.is(request.getMethod());
    }

    private static boolean asksWhatIsKept(Guard guard, Request request) {
        String query = request.getHttpURI().getQuery();
        return guard.audience() instanceof Audience.Registered && query != null && query.startsWith(KEPT);
    }

    /** Asks, or lets in who shows what is asked for. Work that takes its time goes on in another thread. */
    void answer(Decision.Ask ask, String host, String path, Request request, Response response, Callback callback) {
        Guard guard = ask.guard();
        At at = new At(guard, host, path, request, response, callback);
        Audience audience = guard.audience();
        boolean asks = audience instanceof Audience.ByMail || audience instanceof Audience.Registered;
        if (HttpMethod.POST.is(request.getMethod()) && (asks || audience instanceof Audience.WithPassword)) {
            aside(at, () -> said(at));
        } else if (!HttpMethod.GET.is(request.getMethod()) && !HttpMethod.HEAD.is(request.getMethod())) {
            response.getHeaders().put(Fields.ALLOW);
            page(HttpStatus.METHOD_NOT_ALLOWED_405, EntrancePage.asking(guard, false), at);
        } else if (audience instanceof Audience.WithLink link && shows(link, request)) {
            letIn(at, "");
        } else if (asks && shown(request).isPresent()) {
            aside(at, () -> code(at, shown(request).get()));
        } else if (asksWhatIsKept(guard, request)
                && holder(guard, host, request).isPresent()) {
            aside(at, () -> kept(at));
        } else if (audience instanceof Audience.Registered registered
                && !registered.page().isEmpty()
                && HttpMethod.GET.is(request.getMethod())) {
            toOwnPage(at, registered);
        } else {
            boolean ended = audience instanceof Audience.WithLink link && link.ended(clock.instant());
            page(HttpStatus.FORBIDDEN_403, EntrancePage.asking(guard, ended), at);
        }
    }

    /** One request at what is not for everyone. */
    private record At(Guard guard, String host, String path, Request request, Response response, Callback callback) {}

    private void aside(At at, Runnable work) {
        at.request.getComponents().getExecutor().execute(() -> {
            try {
                work.run();
            } catch (RuntimeException e) {
                LOG.warn("Someone could not be asked at an entrance", e);
                at.response.reset();
                page(HttpStatus.SERVICE_UNAVAILABLE_503, EntrancePage.away(), at);
            }
        });
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

    /** What was typed into a form at the entrance. */
    private void said(At at) {
        // Read in any case: an answer before the whole request is there would end the connection.
        org.eclipse.jetty.util.Fields form = form(at.request);
        if (!mayTry(at)) {
            return;
        }
        if (at.guard.audience() instanceof Audience.WithPassword password) {
            if (SharedPassword.matches(value(form, "password"), password.hash())) {
                succeeded(at);
                letIn(at, "");
            } else {
                page(HttpStatus.FORBIDDEN_403, EntrancePage.wrong(), at);
            }
        } else if (!value(form, "code").isEmpty()) {
            code(at, value(form, "code"));
        } else if (!value(form, "forget").isEmpty()) {
            forget(at);
        } else if (at.guard.audience() instanceof Audience.Registered registered) {
            register(at, registered, form);
        } else {
            ask(at, value(form, "email"));
        }
    }

    private boolean mayTry(At at) {
        if (tries.more(at.guard.id(), Request.getRemoteAddr(at.request))) {
            return true;
        }
        at.response.getHeaders().put(HttpHeader.RETRY_AFTER, Tries.WINDOW.toSeconds());
        page(HttpStatus.TOO_MANY_REQUESTS_429, EntrancePage.tooMany(), at);
        return false;
    }

    private void succeeded(At at) {
        tries.succeeded(at.guard.id(), Request.getRemoteAddr(at.request));
    }

    /** Whoever asks is told the same, whether a mail goes out or not. */
    private void ask(At at, String typed) {
        Optional<String> email = MailAddress.read(typed);
        if (email.isEmpty()) {
            page(HttpStatus.FORBIDDEN_403, EntrancePage.noAddress(at.guard), at);
            return;
        }
        keeper.ask(at.guard, visitor(at), email.get());
        page(HttpStatus.FORBIDDEN_403, EntrancePage.askingCode(false), at);
    }

    private void code(At at, String code) {
        if (!HttpMethod.POST.is(at.request.getMethod()) && !mayTry(at)) {
            return;
        }
        Optional<String> holder = asked(at).isEmpty() ? Optional.empty() : keeper.redeem(at.guard, visitor(at), code);
        if (holder.isPresent()) {
            succeeded(at);
            letIn(at, holder.get());
        } else {
            page(HttpStatus.FORBIDDEN_403, EntrancePage.askingCode(true), at);
        }
    }

    private void register(At at, Audience.Registered registered, org.eclipse.jetty.util.Fields form) {
        Optional<String> email = MailAddress.read(value(form, "email"));
        String name = value(form, "name").strip();
        boolean agreed =
                registered.consent().isEmpty() || !value(form, "consent").isEmpty();
        if (email.isEmpty() || registered.name() && name.isEmpty() || !agreed) {
            page(HttpStatus.FORBIDDEN_403, EntrancePage.incomplete(registered, email.isEmpty(), agreed), at);
            return;
        }
        Optional<String> holder =
                keeper.register(at.guard, visitor(at), new Doorkeeper.Form(name, email.get(), registered.consent()));
        if (holder.isPresent()) {
            letIn(at, holder.get());
        } else {
            page(HttpStatus.FORBIDDEN_403, EntrancePage.askingCode(false), at);
        }
    }

    private void kept(At at) {
        String holder = holder(at.guard, at.host, at.request).orElse("");
        page(HttpStatus.OK_200, EntrancePage.kept(keeper.kept(at.guard, holder)), at);
    }

    private void forget(At at) {
        holder(at.guard, at.host, at.request).ifPresent(holder -> keeper.forget(at.guard, holder));
        EntranceCookies.set(at.response, at.request, COOKIE + at.guard.id(), "", Duration.ZERO);
        page(HttpStatus.OK_200, EntrancePage.forgotten(), at);
    }

    private void toOwnPage(At at, Audience.Registered registered) {
        at.response.setStatus(HttpStatus.SEE_OTHER_303);
        at.response
                .getHeaders()
                .put(HttpHeader.LOCATION, UrlPath.encoded(registered.page()))
                .put(Fields.KEEP_NOTHING)
                .put(HttpHeader.CONTENT_LENGTH, 0);
        at.response.write(true, null, at.callback);
    }

    private Doorkeeper.Visitor visitor(At at) {
        String secret = asked(at).orElseGet(() -> {
            byte[] bytes = new byte[SECRET];
            random.nextBytes(bytes);
            return HexFormat.of().formatHex(bytes);
        });
        EntranceCookies.set(at.response, at.request, ASKED + at.guard.id(), secret, ASKED_FOR);
        String url = at.request.getHttpURI().getScheme() + "://"
                + at.request.getHeaders().get(HttpHeader.HOST) + here(at.path, at.request);
        return new Doorkeeper.Visitor(at.host, url, secret);
    }

    private static Optional<String> asked(At at) {
        return EntranceCookies.of(at.request, ASKED + at.guard.id()).filter(value -> !value.isEmpty());
    }

    private static org.eclipse.jetty.util.Fields form(Request request) {
        try {
            return Optional.ofNullable(FormFields.getFields(request, MOST_FIELDS, LARGEST_FORM))
                    .orElse(org.eclipse.jetty.util.Fields.EMPTY);
        } catch (RuntimeException e) {
            // No form, or one that is larger than any of ours: nothing was typed.
            return org.eclipse.jetty.util.Fields.EMPTY;
        }
    }

    private static String value(org.eclipse.jetty.util.Fields form, String name) {
        return Optional.ofNullable(form.get(name)).map(Field::getValue).orElse("");
    }

    private void letIn(At at, String holder) {
        EntranceCookies.set(
                at.response,
                at.request,
                COOKIE + at.guard.id(),
                passes.issue(at.host, at.guard, holder, clock.instant()),
                Passes.LASTS);
        at.response.setStatus(HttpStatus.SEE_OTHER_303);
        at.response
                .getHeaders()
                .put(HttpHeader.LOCATION, here(at.path, at.request))
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_REFERRER)
                .put(HttpHeader.CONTENT_LENGTH, 0);
        at.response.write(true, null, at.callback);
    }

    /** The URL asked, without the secret, and never one of another host: not with two slashes at its beginning. */
    private static String here(String path, Request request) {
        String query = request.getHttpURI().getQuery();
        String rest = query == null
                ? ""
                : Arrays.stream(query.split("&"))
                        .filter(each -> !each.startsWith(LinkSecret.PARAMETER + "="))
                        .collect(Collectors.joining("&"));
        return UrlPath.encoded("/" + path.replaceFirst("^/+", "")) + (rest.isEmpty() ? "" : "?" + rest);
    }

    private static void page(int status, byte[] page, At at) {
        at.response.setStatus(status);
        at.response
                .getHeaders()
                .put(Fields.HTML)
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_INDEX)
                .put(Fields.NO_SNIFFING)
                .put(Fields.NO_REFERRER)
                .put(EntrancePage.POLICY)
                .put(HttpHeader.CONTENT_LENGTH, page.length);
        at.response.write(true, HttpMethod.HEAD.is(at.request.getMethod()) ? null : ByteBuffer.wrap(page), at.callback);
    }
}
