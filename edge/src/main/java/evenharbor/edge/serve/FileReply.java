package evenharbor.edge.serve;

import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.util.List;
import org.eclipse.jetty.http.ByteRange;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.io.ByteBufferPool;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Sends the file that was decided on: whole or a range of it, packed or not, or word that the visitor has it (RFC 9110). */
final class FileReply {

    private static final Logger LOG = LoggerFactory.getLogger(FileReply.class);
    private static final String HTML = "text/html";

    private final Blobs blobs;
    private final HotBlobs hot;

    /** @param hotBytes how many bytes of small contents may be held in memory */
    FileReply(Blobs blobs, long hotBytes) {
        this.blobs = blobs;
        this.hot = new HotBlobs(blobs, hotBytes);
    }

    /** Lets go of a content held in memory, so that packed forms made since are found. */
    void forget(String hash) {
        hot.forget(hash);
    }

    /** @param lasting whether it stays the same for good at this URL */
    void serve(
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
        Reply.aside(request, response, callback, () -> {
            try {
                send(status, file, hot.load(file), lasting, site, request, response, callback);
            } catch (IOException e) {
                LOG.error("Content {} of a live site cannot be read", file.hash(), e);
                Reply.plain(HttpStatus.INTERNAL_SERVER_ERROR_500, PlainPage.NOT_SERVED, request, response, callback);
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
            Reply.finish(HttpStatus.PRECONDITION_FAILED_412, response, callback);
            return;
        }
        if (ok && Conditions.holds(asked, form.tag())) {
            Reply.finish(HttpStatus.NOT_MODIFIED_304, response, callback);
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
            Reply.finish(HttpStatus.RANGE_NOT_SATISFIABLE_416, response, callback);
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
            fields.add(Fields.VARY);
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
            Reply.aside(
                    request, response, callback, () -> stream(file, form, from, length, request, response, callback));
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
}
