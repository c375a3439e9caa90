package evenharbor.edge.serve;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.visit.VisitCounter;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.eclipse.jetty.http.ByteRange;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.io.ByteBufferPool;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.URIUtil;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Answers visitors' requests: host name and path in, a decision from {@code core}, bytes out. */
public final class VisitorHandler extends Handler.Abstract.NonBlocking {

    private static final Logger LOG = LoggerFactory.getLogger(VisitorHandler.class);
    private static final String HTML = "text/html";
    private static final String ROBOTS = "/robots.txt";
    private static final byte[] LET_IN = "User-agent: *\nAllow: /\n".getBytes(StandardCharsets.US_ASCII);

    private final Supplier<Routes> routes;
    private final Function<String, Optional<SiteRoutes>> previews;
    private final String previewEnding;
    private final Clock clock;
    private final Blobs blobs;
    private final HotBlobs hot;
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
        this.blobs = blobs;
        this.hot = new HotBlobs(blobs, hotBytes);
        this.visits = visits;
        this.clock = clock;
        this.entrance = new Entrance(door, clock);
    }

    /** Lets go of a content held in memory, so that packed forms made since are found. */
    public void forget(String hash) {
        hot.forget(hash);
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) {
        String host = Gate.host(request);
        if (host.endsWith(previewEnding)) {
            aside(request, response, callback, () -> answerPreview(host, request, response, callback));
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
            finish(HttpStatus.METHOD_NOT_ALLOWED_405, response, callback);
        } else if (hidden(decision) && ROBOTS.equals(request.getHttpURI().getPath())) {
            robots(request, response, callback);
        } else if (decision instanceof Decision.Serve serve) {
            serve(HttpStatus.OK_200, serve.file(), serve.lasting(), serve.site(), request, response, callback);
        } else if (decision instanceof Decision.Missing missing) {
            nothing(HttpStatus.NOT_FOUND_404, missing.page(), missing.site(), request, response, callback);
        } else if (decision instanceof Decision.Closed closed) {
            closed(closed, request, response, callback);
        } else if (decision instanceof Decision.Gone gone) {
            nothing(HttpStatus.GONE_410, gone.page(), gone.by().site(), request, response, callback);
        } else if (decision instanceof Decision.Forward forward) {
            String query = forward.keepsQuery() ? request.getHttpURI().getQuery() : null;
            response.setStatus(forward.status());
            response.getHeaders()
                    .put(HttpHeader.LOCATION, query == null ? forward.location() : forward.location() + "?" + query)
                    .put(Entrance.guarded(request) ? Fields.KEEP_NOTHING : Fields.ASK_FIRST)
                    .put(HttpHeader.CONTENT_LENGTH, 0);
            response.write(true, null, callback);
        } else {
            plain(HttpStatus.NOT_FOUND_404, PlainPage.NOTHING_HERE, request, response, callback);
        }
    }

    /** A notice for now: nobody keeps it, and search engines keep what they have (RFC 9110 section 15.6.4). */
    private void closed(Decision.Closed closed, Request request, Response response, Callback callback) {
        closed.closure()
                .retryAfter(clock.instant())
                .ifPresent(seconds -> response.getHeaders().put(HttpHeader.RETRY_AFTER, seconds));
        if (closed.closure().notice() instanceof Closure.Page page) {
            serve(HttpStatus.SERVICE_UNAVAILABLE_503, page.file(), false, closed.site(), request, response, callback);
            return;
        }
        byte[] notice =
                closed.closure().notice() instanceof Closure.Words words ? PlainPage.notice(words) : new byte[0];
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE_503);
        response.getHeaders()
                .put(Fields.HTML)
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_SNIFFING)
                .put(HttpHeader.CONTENT_LENGTH, notice.length);
        boolean head = HttpMethod.HEAD.is(request.getMethod());
        response.write(true, head ? null : ByteBuffer.wrap(notice), callback);
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
            serve(status, page.get(), false, site, request, response, callback);
        } else {
            plain(
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

    private void serve(
            int status,
            FileEntry file,
            boolean lasting,
            SiteRoutes site,
            Request request,
            Response response,
            Callback callback) {
        HotBlobs.Stock stock = hot.held(file);
        if (stock != null) {
            send(status, file, stock, lasting, site, request, response, callback);
            return;
        }
        aside(request, response, callback, () -> {
            try {
                send(status, file, hot.load(file), lasting, site, request, response, callback);
            } catch (IOException e) {
                LOG.error("Content {} of a live site cannot be read", file.hash(), e);
                plain(HttpStatus.INTERNAL_SERVER_ERROR_500, PlainPage.NOT_SERVED, request, response, callback);
            }
        });
    }

    /** Goes on in another thread, for what has to wait for a disk or a database. */
    private void aside(Request request, Response response, Callback callback, Runnable work) {
        request.getComponents().getExecutor().execute(() -> {
            try {
                work.run();
            } catch (RuntimeException e) {
                LOG.error("A visitor could not be answered", e);
                if (response.isCommitted()) {
                    callback.failed(e);
                } else {
                    plain(HttpStatus.SERVICE_UNAVAILABLE_503, PlainPage.NOT_SERVED, request, response, callback);
                }
            }
        });
    }

    private void send(
            int status,
            FileEntry file,
            HotBlobs.Stock stock,
            boolean lasting,
            SiteRoutes site,
            Request request,
            Response response,
            Callback callback) {
        HttpFields asked = request.getHeaders();
        HotBlobs.Form identity = stock.form(Coding.IDENTITY);
        boolean ok = status == HttpStatus.OK_200;
        // A range is for GET alone (RFC 9110 section 14.2).
        boolean ranged = ok && HttpMethod.GET.is(request.getMethod()) && Conditions.wantsRange(asked, identity.tag());
        HotBlobs.Form form = ranged ? identity : negotiated(asked, stock, identity);
        HttpFields.Mutable fields = response.getHeaders();
        fields.put(form.tag().field());
        options(file, lasting, site, request, fields);
        if (ok && Conditions.insistsOnOther(asked, form.tag())) {
            finish(HttpStatus.PRECONDITION_FAILED_412, response, callback);
            return;
        }
        if (ok && Conditions.holds(asked, form.tag())) {
            finish(HttpStatus.NOT_MODIFIED_304, response, callback);
            return;
        }
        fields.put(Fields.type(file));
        if (form.coding() == Coding.IDENTITY) {
            fields.put(Fields.RANGES);
        } else {
            fields.put(form.coding() == Coding.GZIP ? Fields.GZIP : Fields.BROTLI);
        }
        List<ByteRange> ranges = ranged ? Conditions.ranges(asked, form.size()) : null;
        if (ranges != null && ranges.isEmpty()) {
            fields.put(HttpHeader.CONTENT_RANGE, "bytes */" + form.size());
            finish(HttpStatus.RANGE_NOT_SATISFIABLE_416, response, callback);
        } else if (ranges != null && ranges.size() == 1) {
            ByteRange range = ranges.get(0);
            fields.put(HttpHeader.CONTENT_RANGE, range.toHeaderValue(form.size()));
            response.setStatus(HttpStatus.PARTIAL_CONTENT_206);
            body(file, form, range.first(), range.last() - range.first() + 1, request, response, callback);
        } else {
            response.setStatus(status);
            body(file, form, 0, form.size(), request, response, callback);
        }
    }

    private static HotBlobs.Form negotiated(HttpFields asked, HotBlobs.Stock stock, HotBlobs.Form identity) {
        if (stock.forms().size() == 1 || !asked.contains(HttpHeader.ACCEPT_ENCODING)) {
            return identity;
        }
        List<String> accepted = asked.getQualityCSV(HttpHeader.ACCEPT_ENCODING);
        for (Coding coding : List.of(Coding.BROTLI, Coding.GZIP)) {
            HotBlobs.Form form = stock.form(coding);
            if (form != null && accepted.stream().anyMatch(coding.token()::equalsIgnoreCase)) {
                return form;
            }
        }
        return identity;
    }

    /** Whether search engines must not list what was asked for, though they may list the site. */
    private static boolean unlisted(SiteRoutes.ServingOptions options, Request request) {
        if (options.unlisted().isEmpty()) {
            return false;
        }
        String path = request.getHttpURI().getDecodedPath();
        return options.unlisted()
                .covers(path.substring(Math.min(path.length(), options.base().length())));
    }

    private static void options(
            FileEntry file, boolean lasting, SiteRoutes site, Request request, HttpFields.Mutable fields) {
        SiteRoutes.ServingOptions options = site.options();
        if (options.preview() || Entrance.guarded(request)) {
            fields.put(Fields.KEEP_NOTHING).put(Fields.NO_REFERRER);
        } else {
            fields.put(lasting ? Fields.FOR_GOOD : Fields.ASK_FIRST);
        }
        if (options.preview() || !options.listed() || Entrance.guarded(request) || unlisted(options, request)) {
            fields.put(Fields.NO_INDEX);
        }
        if (Coding.packs(file.mediaType())) {
            fields.put(Fields.VARY);
        }
        fields.put(Fields.NO_SNIFFING);
        if (!options.main().isEmpty() && file.mediaType().equals(HTML)) {
            String path = request.getHttpURI().getPath();
            String canonical = options.main()
                    + path.substring(Math.min(path.length(), options.base().length()));
            fields.put(HttpHeader.LINK, "<" + canonical + ">; rel=\"canonical\"");
        }
    }

    private void body(
            FileEntry file,
            HotBlobs.Form form,
            long from,
            long length,
            Request request,
            Response response,
            Callback callback) {
        response.getHeaders().put(HttpHeader.CONTENT_LENGTH, length);
        if (HttpMethod.HEAD.is(request.getMethod())) {
            response.write(true, null, callback);
        } else if (form.bytes() != null) {
            response.write(true, form.bytes().slice((int) from, (int) length), callback);
        } else {
            aside(request, response, callback, () -> stream(file, form, from, length, request, response, callback));
        }
    }

    private void stream(
            FileEntry file,
            HotBlobs.Form form,
            long from,
            long length,
            Request request,
            Response response,
            Callback callback) {
        try {
            SeekableByteChannel channel = blobs.open(file.hash(), form.coding());
            ByteBufferPool.Sized buffers =
                    new ByteBufferPool.Sized(request.getComponents().getByteBufferPool(), true, 64 * 1024);
            Content.copy(
                    Content.Source.from(buffers, channel, from, length),
                    response,
                    Callback.from(callback, () -> close(channel)));
        } catch (IOException e) {
            callback.failed(e);
        }
    }

    private static void close(SeekableByteChannel channel) {
        try {
            channel.close();
        } catch (IOException e) {
            LOG.debug("A content could not be closed", e);
        }
    }

    private static void finish(int status, Response response, Callback callback) {
        response.setStatus(status);
        response.write(true, null, callback);
    }

    private static void plain(int status, PlainPage page, Request request, Response response, Callback callback) {
        response.setStatus(status);
        response.getHeaders()
                .put(Fields.HTML)
                .put(Entrance.guarded(request) ? Fields.KEEP_NOTHING : Fields.ASK_FIRST)
                .put(Fields.NO_INDEX)
                .put(Fields.NO_SNIFFING)
                .put(HttpHeader.CONTENT_LENGTH, page.size());
        boolean head = HttpMethod.HEAD.is(request.getMethod());
        response.write(true, head ? null : page.bytes(), callback);
    }

    private static void robots(Request request, Response response, Callback callback) {
        response.setStatus(HttpStatus.OK_200);
        response.getHeaders()
                .put(Fields.TEXT)
                .put(Fields.ASK_FIRST)
                .put(Fields.NO_INDEX)
                .put(HttpHeader.CONTENT_LENGTH, LET_IN.length);
        boolean head = HttpMethod.HEAD.is(request.getMethod());
        response.write(true, head ? null : ByteBuffer.wrap(LET_IN), callback);
    }
}
