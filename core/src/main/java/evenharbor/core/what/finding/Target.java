package evenharbor.core.what.finding;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a URL of a page leads (WHATWG URL, section 4.4, for the schemes that a site uses).
 *
 * @param kind to what
 * @param path within the site: decoded, from its root; outside: the host name in lower case; else empty
 * @param fragment decoded; null when there is none
 */
record Target(Kind kind, String path, String fragment) {

    enum Kind {
        /** To a path of the site. */
        INSIDE,
        /** To a host by HTTP or HTTPS. */
        OUTSIDE,
        /** To a file or server of the machine that the page was made on. */
        OWN_MACHINE,
        /** To something that is no page: a mail, a telephone, a script, data. */
        OTHER
    }

    private static final Pattern HOST = Pattern.compile("^[/\\\\]*(?:[^/?#@\\\\]*@)?(\\[[^\\]]*\\]|[^/?#:\\\\]*)");
    private static final Pattern LOOPBACK = Pattern.compile("localhost|127(?:\\.\\d{1,3}){3}|\\[::1\\]");
    private static final Target NOTHING = new Target(Kind.OTHER, "", null);

    /**
     * Reads a URL.
     *
     * @param url as written, with character references resolved
     * @param from decoded path from the root of what it is relative to: the page, or its base
     */
    static Target of(String url, String from) {
        String clean = clean(url);
        if (clean.startsWith("//")) {
            return host(clean);
        }
        int colon = scheme(clean);
        if (colon > 0) {
            String name = clean.substring(0, colon).toLowerCase(Locale.ROOT);
            return switch (name) {
                case "http", "https" -> host(clean.substring(colon + 1));
                case "file" -> new Target(Kind.OWN_MACHINE, "", null);
                // A drive of the author's machine has a name of one letter.
                default -> name.length() == 1 ? new Target(Kind.OWN_MACHINE, "", null) : NOTHING;
            };
        }
        if (clean.startsWith("\\\\")) {
            return new Target(Kind.OWN_MACHINE, "", null);
        }
        int hash = clean.indexOf('#');
        String fragment = hash < 0 ? null : decoded(clean.substring(hash + 1)).orElse(clean.substring(hash + 1));
        String bare = hash < 0 ? clean : clean.substring(0, hash);
        int query = bare.indexOf('?');
        String path = query < 0 ? bare : bare.substring(0, query);
        if (path.isEmpty()) {
            return new Target(Kind.INSIDE, from, fragment);
        }
        String slashed = path.replace('\\', '/');
        String joined = slashed.startsWith("/") ? slashed : from.substring(0, from.lastIndexOf('/') + 1) + slashed;
        String whole = resolved(joined);
        return new Target(Kind.INSIDE, decoded(whole).orElse(whole), fragment);
    }

    /** Where the scheme ends (RFC 3986 section 3.1); 0 when there is none. */
    private static int scheme(String url) {
        for (int i = 0; i < url.length(); i++) {
            char c = url.charAt(i);
            boolean letter = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z';
            if (c == ':') {
                return i;
            }
            if (!letter && (i == 0 || (c < '0' || c > '9') && c != '+' && c != '-' && c != '.')) {
                return 0;
            }
        }
        return 0;
    }

    /** Spaces about it and breaks within it do not count. */
    private static String clean(String url) {
        String stripped = url.strip();
        return stripped.indexOf('\n') < 0 && stripped.indexOf('\t') < 0 && stripped.indexOf('\r') < 0
                ? stripped
                : stripped.replaceAll("[\\t\\n\\r]", "");
    }

    private static Target host(String afterScheme) {
        Matcher host = HOST.matcher(afterScheme);
        String name = host.find() ? host.group(1).toLowerCase(Locale.ROOT) : "";
        return new Target(LOOPBACK.matcher(name).matches() ? Kind.OWN_MACHINE : Kind.OUTSIDE, name, null);
    }

    /** Where a URL of a host of one's own leads within the site. */
    static Target within(String url) {
        String clean = clean(url);
        String afterHost = HOST.matcher(clean.substring(clean.indexOf("//"))).replaceFirst("");
        int path = afterHost.indexOf('/');
        return of(path < 0 ? "/" + (afterHost.startsWith("#") ? afterHost : "") : afterHost.substring(path), "/");
    }

    /** Dot segments are resolved, and slashes in a row are one (RFC 3986 section 5.2.4). */
    private static String resolved(String path) {
        if (path.indexOf("/.") < 0 && path.indexOf("//") < 0) {
            return path;
        }
        StringBuilder out = new StringBuilder(path.length()).append('/');
        int end = path.length();
        for (int start = 1; start < end; ) {
            int slash = path.indexOf('/', start);
            int stop = slash < 0 ? end : slash;
            int length = stop - start;
            if (length == 2 && path.charAt(start) == '.' && path.charAt(start + 1) == '.') {
                // Behind the last slash but one: the folder above.
                out.setLength(out.length() > 1 ? out.lastIndexOf("/", out.length() - 2) + 1 : 1);
            } else if (length > 1 || length == 1 && path.charAt(start) != '.') {
                out.append(path, start, stop);
                if (slash >= 0) {
                    out.append('/');
                }
            }
            start = stop + 1;
        }
        return out.toString();
    }

    private static Optional<String> decoded(String text) {
        if (text.indexOf('%') < 0) {
            return Optional.of(text);
        }
        try {
            // URLDecoder reads a form: a plus sign would become a space.
            return Optional.of(URLDecoder.decode(text.replace("+", "%2B"), StandardCharsets.UTF_8));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
