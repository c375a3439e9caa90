package evenharbor.edge.serve;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Answers that are the harbor's own: a status, a plain page, a notice. */
final class Reply {

    private static final Logger LOG = LoggerFactory.getLogger(Reply.class);
    private static final byte[] LET_IN = "User-agent: *\nAllow: /\n".getBytes(StandardCharsets.US_ASCII);

    private Reply() {}

    /** Nothing but a status, with the fields that are there. */
    static void finish(int status, Response response, Callback callback) {
        response.setStatus(status);
        response.write(true, null, callback);
    }

    /** A plain page. */
    static void plain(int status, PlainPage page, Request request, Response response, Callback callback) {
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

    /** A notice for now: nobody keeps it. */
    static void notice(byte[] notice, Request request, Response response, Callback callback) {
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE_503);
        response.getHeaders()
                .put(Fields.HTML)
                .put(Fields.KEEP_NOTHING)
                .put(Fields.NO_SNIFFING)
                .put(HttpHeader.CONTENT_LENGTH, notice.length);
        boolean head = HttpMethod.HEAD.is(request.getMethod());
        response.write(true, head ? null : ByteBuffer.wrap(notice), callback);
    }

    /** Lets search engines in, to see that each page asks them not to list it. */
    static void robots(Request request, Response response, Callback callback) {
        response.setStatus(HttpStatus.OK_200);
        response.getHeaders()
                .put(Fields.TEXT)
                .put(Fields.ASK_FIRST)
                .put(Fields.NO_INDEX)
                .put(HttpHeader.CONTENT_LENGTH, LET_IN.length);
        boolean head = HttpMethod.HEAD.is(request.getMethod());
        response.write(true, head ? null : ByteBuffer.wrap(LET_IN), callback);
    }

    /** Goes on in another thread, for what has to wait for a disk or a database. */
    static void aside(Request request, Response response, Callback callback, Runnable work) {
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
}
