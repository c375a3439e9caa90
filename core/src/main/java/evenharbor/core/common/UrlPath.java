package evenharbor.core.common;

import com.google.common.base.CharMatcher;
import java.net.URI;
import java.net.URISyntaxException;

/** Paths of URLs. */
public final class UrlPath {

    /** What stands for itself (RFC 3986 section 2.3), and the slash. */
    private static final CharMatcher PLAIN = CharMatcher.inRange('a', 'z')
            .or(CharMatcher.inRange('A', 'Z'))
            .or(CharMatcher.inRange('0', '9'))
            .or(CharMatcher.anyOf("/-._~"))
            .precomputed();

    private UrlPath() {}

    /** A decoded path as it stands in a URL (RFC 3986 section 2.1): ASCII only. */
    public static String encoded(String path) {
        if (PLAIN.matchesAllOf(path)) {
            return path;
        }
        try {
            return new URI(null, null, path, null).toASCIIString();
        } catch (URISyntaxException e) {
            throw new IllegalArgumentException("Not a path: " + path, e);
        }
    }
}
