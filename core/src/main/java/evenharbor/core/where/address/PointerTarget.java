package evenharbor.core.where.address;

import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a pointer leads.
 *
 * @param url an absolute URL, or empty when there is a fault
 * @param fault what is wrong, and what would be accepted
 */
public record PointerTarget(Optional<String> url, Optional<String> fault) {

    private static final int LONGEST = 1000;

    private static final Pattern AUTHORITY =
            Pattern.compile("(?<user>.*@)?(?<host>\\[[0-9a-f:.]+]|[^:@]+)(?<port>:\\d{1,5})?");
    private static final Pattern HOST = Pattern.compile("[a-z0-9]([a-z0-9.-]*[a-z0-9])?|\\[.+]");
    private static final Set<String> SCHEMES = Set.of("http", "https");

    /** Reads a typed or pasted URL; a missing scheme is taken to be https. */
    public static PointerTarget of(String typed) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return bad("Type the URL that visitors shall be led to, such as https://example.org/shop.");
        }
        if (text.length() > LONGEST) {
            return bad("This URL is too long: at most " + LONGEST + " characters.");
        }
        if (!StandardCharsets.UTF_8.newEncoder().canEncode(text)) {
            return bad("This URL holds half a character. Type or paste it again.");
        }
        String whole = text.matches("^[A-Za-z][A-Za-z0-9+.-]*:(?!\\d).*") ? text : "https://" + text;
        URI uri;
        try {
            uri = new URI(whole.replace(" ", "%20"));
        } catch (URISyntaxException e) {
            return bad("“" + text + "” is no URL. Type one such as https://example.org/shop.");
        }
        String scheme = uri.getScheme().toLowerCase(Locale.ROOT);
        if (!SCHEMES.contains(scheme)) {
            return bad("Visitors can be led to http and https only, not to " + scheme + ".");
        }
        Matcher authority = AUTHORITY.matcher(
                Optional.ofNullable(uri.getRawAuthority()).orElse("").toLowerCase(Locale.ROOT));
        if (!authority.matches()) {
            return bad("“" + text + "” has no host name. Type a URL such as https://example.org/shop.");
        }
        if (authority.group("user") != null) {
            return bad("Take the user name out of the URL: visitors would see it.");
        }
        String written = authority.group("host");
        String host = written.startsWith("[") ? written : HostName.of(written).ascii();
        String port = Optional.ofNullable(authority.group("port")).orElse("");
        return HOST.matcher(host).matches()
                ? new PointerTarget(Optional.of(tidy(uri, scheme, host + port)), Optional.empty())
                : bad("“" + host + "” is no host name. Use letters, digits, hyphens and dots.");
    }

    private static String tidy(URI uri, String scheme, String authority) {
        String path = uri.getRawPath().isEmpty() ? "/" : uri.getRawPath();
        return URI.create(scheme + "://" + authority + path
                        + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery())
                        + (uri.getRawFragment() == null ? "" : "#" + uri.getRawFragment()))
                .toASCIIString();
    }

    private static PointerTarget bad(String sentence) {
        return new PointerTarget(Optional.empty(), Optional.of(sentence));
    }

    /** Whether a URL leads to an address: same host name, and a path at or under it. */
    public static boolean leadsTo(String url, HostName host, String path) {
        URI uri = URI.create(url);
        String at = uri.getPath() == null || uri.getPath().isEmpty() ? "/" : uri.getPath();
        return host.ascii().equalsIgnoreCase(uri.getHost()) && (at + "/").startsWith(path);
    }
}
