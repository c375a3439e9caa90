package evenharbor.core.what.build;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/**
 * A place in a text where a page or style sheet names something it loads or leads to.
 *
 * @param start index of the URL's first character in the text
 * @param end index behind its last
 * @param url the URL as written
 * @param loads whether it is loaded together with the page, so that it may be named by content
 * @param use what the page does with it
 */
public record Reference(int start, int end, String url, boolean loads, Use use) {

    /** What a page does with what it names. */
    public enum Use {
        SCRIPT,
        STYLE,
        PICTURE,
        /** One of several pictures to choose from. */
        PICTURE_SET,
        SOUND,
        FRAME,
        OBJECT,
        FONT,
        FORM,
        /** Something else that is loaded: a track, a preloaded file, a manifest. */
        OTHER,
        /** What all that is named without a host is taken to lie under. */
        BASE,
        /** It is only led to. */
        LINK,
        /** It stands where nothing is loaded from: in a template, or in a script that is none. */
        INERT
    }

    /** Whether the URL begins at the top of the site (RFC 3986 section 4.2: an absolute path). */
    boolean fromTheTop() {
        return url.startsWith("/") && !url.startsWith("//");
    }

    /**
     * The path within the site that the URL leads to from a file at {@code base} (RFC 3986 section 5.2). Empty when it
     * leads elsewhere, carries a query of its own, or is no URL.
     */
    Optional<String> target(String base) {
        String bare = url.indexOf('#') >= 0 ? url.substring(0, url.indexOf('#')) : url;
        if (bare.isEmpty() || bare.startsWith("//") || bare.indexOf('?') >= 0 || bare.indexOf('&') >= 0) {
            return Optional.empty();
        }
        int colon = bare.indexOf(':');
        int slash = bare.indexOf('/');
        if (colon >= 0 && (slash < 0 || colon < slash)) {
            return Optional.empty();
        }
        String joined = bare.startsWith("/") ? bare : base.substring(0, base.lastIndexOf('/') + 1) + bare;
        Deque<String> segments = new ArrayDeque<>();
        for (String segment : joined.split("/")) {
            if (segment.equals("..")) {
                segments.pollLast();
            } else if (!segment.isEmpty() && !segment.equals(".")) {
                segments.addLast(segment);
            }
        }
        return decoded(String.join("/", segments));
    }

    private static Optional<String> decoded(String path) {
        if (path.indexOf('%') < 0) {
            return Optional.of(path);
        }
        try {
            // URLDecoder reads a form: a plus sign would become a space.
            return Optional.of(URLDecoder.decode(path.replace("+", "%2B"), StandardCharsets.UTF_8));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
