package evenharbor.edge.serve;

import evenharbor.core.common.UrlPath;
import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteLanguages;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.Translations;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.visit.VisitCounter;
import java.text.Normalizer;
import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.URIUtil;

/** Answers visitors' requests: host name and path in, a decision from {@code core}, and the answer that it stands for. */
public final class VisitorHandler extends Handler.Abstract.NonBlocking {

    private static final String ROBOTS = "/robots.txt";

    private final Supplier<Routes> routes;
    private final Function<String, Optional<SiteRoutes>> previews;
    private final String previewEnding;
    private final Clock clock;
    private final FileReply files;
    private final VisitCounter visits;
    private final Entrance entrance;

    /**
     * A handler over routes that may be exchanged at any time.
     *
     * @param previews what answers at a preview's host name; may read from a database
     * @param previewEnding what the host names of previews end with, such as {@code .preview.localhost}
     * @param hotBytes how many bytes of small contents may be held in memory
     * @param visits hears of pages served
     * @param door what lets visitors in to what is not for everyone
     */
    public VisitorHandler(
            Supplier<Routes> routes,
            Function<String, Optional<SiteRoutes>> previews,
            String previewEnding,
            Blobs blobs,
            long hotBytes,
            VisitCounter visits,
            Door door,
            Clock clock) {
        this.routes = routes;
        this.previews = previews;
        this.previewEnding = previewEnding;
        this.files = new FileReply(blobs, hotBytes);
        this.visits = visits;
        this.clock = clock;
        this.entrance = new Entrance(door, clock);
    }

    /** Lets go of a content held in memory, so that packed forms made since are found. */
    public void forget(String hash) {
        files.forget(hash);
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) {
        String host = Gate.host(request);
        if (host.endsWith(previewEnding)) {
            Reply.aside(request, response, callback, () -> answerPreview(host, request, response, callback));
        } else {
            String path = path(request);
            Routes current = routes.get();
            Decision decision = entrance.met(decide(current, host, path, request), host, request, response);
            if (reads(request)
                    && !VisitCounter.CHECKING_AGENT.equals(request.getHeaders().get(HttpHeader.USER_AGENT))) {
                boolean browser = request.getHeaders().contains(HttpHeader.ACCEPT_LANGUAGE);
                // A name that nobody claimed counts for the site that answers for all such, not by itself.
                String claimed = current.nameFor(host);
                visits.count(claimed, path, decision, browser, () -> Referrer.host(request));
            }
            if (decision instanceof Decision.Ask ask && !(reads(request) && ROBOTS.equals(path))) {
                entrance.answer(ask, host, path, request, response, callback);
            } else {
                answer(decision, request, response, callback);
            }
        }
        return true;
    }

    private static boolean reads(Request request) {
        return HttpMethod.GET.is(request.getMethod()) || HttpMethod.HEAD.is(request.getMethod());
    }

    private void answerPreview(String host, Request request, Response response, Callback callback) {
        Routes one = previews.apply(host)
                .map(site -> Routes.of(Map.of(host, HostRoutes.of(site))))
                .orElse(Routes.NONE);
        answer(decide(one, host, path(request), request), request, response, callback);
    }

    /** The decoded path, without {@code .} and {@code ..}. */
    private static String path(Request request) {
        String path = request.getHttpURI().getCanonicalPath();
        if (path == null) {
            return "/";
        }
        return path.indexOf('%') >= 0 ? URIUtil.decodePath(path) : path;
    }

    private Decision decide(Routes current, String host, String path, Request request) {
        String asked = request.getHttpURI().getQuery();
        String query = asked == null ? "" : asked;
        long second = clock.millis() / 1000;
        Decision decision = current.decide(new VisitorRequest(host, path, query, second));
        if (missing(decision) && !Normalizer.isNormalized(path, Normalizer.Form.NFC)) {
            String composed = Normalizer.normalize(path, Normalizer.Form.NFC);
            return current.decide(new VisitorRequest(host, composed, query, second));
        }
        return decision;
    }

    private static boolean missing(Decision decision) {
        return decision instanceof Decision.Missing
                || decision instanceof Decision.Ask ask && ask.behind() instanceof Decision.Missing;
    }

    private void answer(Decision decision, Request request, Response response, Callback callback) {
        if (!reads(request)
                && !(decision instanceof Decision.Forward forward
                        && forward.by().isPresent())) {
            response.getHeaders().put(Fields.ALLOW);
            Reply.finish(HttpStatus.METHOD_NOT_ALLOWED_405, response, callback);
        } else if (hidden(decision) && ROBOTS.equals(request.getHttpURI().getPath())) {
            Reply.robots(request, response, callback);
        } else if (decision instanceof Decision.Serve serve
                && !serve.site().options().languages().front().none()
                && sentOn(serve.site().options(), request, response, callback)) {
            return;
        } else if (decision instanceof Decision.Serve serve) {
            files.serve(HttpStatus.OK_200, serve.file(), serve.lasting(), serve.site(), request, response, callback);
        } else if (decision instanceof Decision.Missing missing) {
            nothing(HttpStatus.NOT_FOUND_404, missing.page(), missing.site(), request, response, callback);
        } else if (decision instanceof Decision.Closed closed) {
            closed(closed, request, response, callback);
        } else if (decision instanceof Decision.Gone gone) {
            nothing(HttpStatus.GONE_410, gone.page(), gone.by().site(), request, response, callback);
        } else if (decision instanceof Decision.Forward forward && sentOn(forward, request, response, callback)) {
            return;
        } else if (decision instanceof Decision.Forward forward) {
            String query = forward.keepsQuery() ? request.getHttpURI().getQuery() : null;
            response.setStatus(forward.status());
            response.getHeaders()
                    .put(HttpHeader.LOCATION, query == null ? forward.location() : forward.location() + "?" + query)
                    .put(Entrance.guarded(request) ? Fields.KEEP_NOTHING : Fields.ASK_FIRST)
                    .put(HttpHeader.CONTENT_LENGTH, 0);
            response.write(true, null, callback);
        } else {
            Reply.plain(HttpStatus.NOT_FOUND_404, PlainPage.NOTHING_HERE, request, response, callback);
        }
    }

    /**
     * Sends who comes to the front page from elsewhere to the one in their language; who comes from within the site has
     * chosen. What comes depends on the language either way, and whoever keeps it is told so.
     *
     * @return whether they were sent on
     */
    private static boolean sentOn(
            SiteRoutes.ServingOptions options, Request request, Response response, Callback callback) {
        if (!path(request).equals(options.base() + "/")) {
            return false;
        }
        response.getHeaders().add(Fields.VARY_LANGUAGE);
        Optional<String> to = fromWithin(request)
                ? Optional.empty()
                : options.languages().front().sent(request.getHeaders().get(HttpHeader.ACCEPT_LANGUAGE));
        to.ifPresent(path -> found(UrlPath.encoded(options.base()) + path, response, callback));
        return to.isPresent();
    }

    private static void found(String location, Response response, Callback callback) {
        response.setStatus(HttpStatus.FOUND_302);
        response.getHeaders()
                .put(HttpHeader.LOCATION, location)
                .put(Fields.KEEP_NOTHING)
                .put(HttpHeader.CONTENT_LENGTH, 0);
        response.write(true, null, callback);
    }

    /**
     * Sends who comes by a redirect from elsewhere to the page that it leads to in their language, where there are several.
     *
     * @return whether they were sent on
     */
    private static boolean sentOn(Decision.Forward forward, Request request, Response response, Callback callback) {
        if (forward.by().isEmpty()) {
            return false;
        }
        SiteRoutes.ServingOptions options = forward.by().get().site().options();
        String base = UrlPath.encoded(options.base());
        if (!forward.location().startsWith(base + "/")) {
            return false;
        }
        String location = forward.location().substring(base.length());
        Optional<Translations> page = options.languages().of(location);
        if (page.isEmpty()) {
            return false;
        }
        response.getHeaders().add(Fields.VARY_LANGUAGE);
        Optional<String> to = fromWithin(request)
                ? Optional.empty()
                : page.get().sent(request.getHeaders().get(HttpHeader.ACCEPT_LANGUAGE));
        to.ifPresent(path -> found(
                base + path + location.substring(SiteLanguages.path(location).length()), response, callback));
        return to.isPresent();
    }

    private static boolean fromWithin(Request request) {
        String from = request.getHeaders().get(HttpHeader.REFERER);
        String host = request.getHeaders().get(HttpHeader.HOST);
        return from != null && host != null && from.matches("(?i)https?://" + Pattern.quote(host) + "(/.*)?");
    }

    /** A notice for now: nobody keeps it, and search engines keep what they have (RFC 9110 section 15.6.4). */
    private void closed(Decision.Closed closed, Request request, Response response, Callback callback) {
        closed.closure()
                .retryAfter(clock.instant())
                .ifPresent(seconds -> response.getHeaders().put(HttpHeader.RETRY_AFTER, seconds));
        if (closed.closure().notice() instanceof Closure.Page page) {
            files.serve(
                    HttpStatus.SERVICE_UNAVAILABLE_503, page.file(), false, closed.site(), request, response, callback);
            return;
        }
        byte[] notice =
                closed.closure().notice() instanceof Closure.Words words ? PlainPage.notice(words) : new byte[0];
        Reply.notice(notice, request, response, callback);
    }

    /** Says that there is no page, in the site's own words where it has some. */
    private void nothing(
            int status,
            Optional<FileEntry> page,
            SiteRoutes site,
            Request request,
            Response response,
            Callback callback) {
        if (page.isPresent()) {
            files.serve(status, page.get(), false, site, request, response, callback);
        } else {
            Reply.plain(
                    status,
                    status == HttpStatus.GONE_410 ? PlainPage.GONE : PlainPage.NO_SUCH_PAGE,
                    request,
                    response,
                    callback);
        }
    }

    /** Whether search engines must not list the site: they have to be let in to see that each page says so. */
    private static boolean hidden(Decision decision) {
        if (decision instanceof Decision.Ask) {
            return true;
        }
        SiteRoutes site = decision instanceof Decision.Serve serve
                ? serve.site()
                : decision instanceof Decision.Missing missing ? missing.site() : null;
        return site != null && (site.options().preview() || !site.options().listed());
    }
}
