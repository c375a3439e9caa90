package evenharbor.edge.serve;

import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Coding;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.jetty.http.HttpField;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.PreEncodedHttpField;

/** Header fields that are the same for many answers, encoded once. */
final class Fields {

    /** Keep, but ask before each use: a publish shows at once. */
    static final HttpField ASK_FIRST = new PreEncodedHttpField(HttpHeader.CACHE_CONTROL, "no-cache");

    /** The address names the content, so it may be kept for good (RFC 8246). */
    static final HttpField FOR_GOOD =
            new PreEncodedHttpField(HttpHeader.CACHE_CONTROL, "public, max-age=31536000, immutable");

    static final HttpField KEEP_NOTHING = new PreEncodedHttpField(HttpHeader.CACHE_CONTROL, "private, no-store");
    static final HttpField VARY_LANGUAGE = new PreEncodedHttpField(HttpHeader.VARY, "Accept-Language");
    static final HttpField VARY = new PreEncodedHttpField(HttpHeader.VARY, "Accept-Encoding");
    static final HttpField RANGES = new PreEncodedHttpField(HttpHeader.ACCEPT_RANGES, "bytes");
    static final HttpField NO_SNIFFING = new PreEncodedHttpField("X-Content-Type-Options", "nosniff");
    static final HttpField NO_INDEX = new PreEncodedHttpField("X-Robots-Tag", "noindex, nofollow");
    static final HttpField NO_REFERRER = new PreEncodedHttpField("Referrer-Policy", "same-origin");
    static final HttpField ALLOW = new PreEncodedHttpField(HttpHeader.ALLOW, "GET, HEAD");
    static final HttpField HTML = new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, "text/html;charset=utf-8");
    static final HttpField TEXT = new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, "text/plain;charset=utf-8");
    static final HttpField GZIP = new PreEncodedHttpField(HttpHeader.CONTENT_ENCODING, Coding.GZIP.token());
    static final HttpField BROTLI = new PreEncodedHttpField(HttpHeader.CONTENT_ENCODING, Coding.BROTLI.token());

    private static final Map<String, HttpField> TYPES = new ConcurrentHashMap<>();
    private static final Map<String, HttpField> TYPES_UTF8 = new ConcurrentHashMap<>();

    private Fields() {}

    /** An entity tag: strong, and different for each form (RFC 9110 section 8.8.3). */
    record Tag(String value, HttpField field) {
        static Tag of(String hash, Coding coding) {
            String value = '"' + hash.substring(0, 32) + coding.mark() + '"';
            return new Tag(value, new PreEncodedHttpField(HttpHeader.ETAG, value));
        }
    }

    /** The content type, with the charset where it is known. */
    static HttpField type(FileEntry file) {
        return file.utf8()
                ? TYPES_UTF8.computeIfAbsent(
                        file.mediaType(), t -> new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, t + ";charset=utf-8"))
                : TYPES.computeIfAbsent(file.mediaType(), t -> new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, t));
    }
}
