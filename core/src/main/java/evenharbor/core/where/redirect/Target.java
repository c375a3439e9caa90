package evenharbor.core.where.redirect;

import com.google.common.escape.Escaper;
import com.google.common.net.UrlEscapers;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a redirect leads, taken apart: path or URL, query, fragment, each with named parts.
 *
 * @param place a path beginning with a slash, or scheme, host and path of a URL; encoded
 * @param query the query it brings along; empty when there is none
 * @param fragment the place within the page; empty when there is none
 */
record Target(String place, String query, String fragment) {

    private static final Pattern PART = Pattern.compile("\\{\\+?([A-Za-z][A-Za-z0-9_]{0,29})}");
    private static final Pattern FIXED_HOST = Pattern.compile("https?://[^/?#{}]+(/.*)?", Pattern.CASE_INSENSITIVE);
    private static final Pattern BRACES = Pattern.compile("(?=\\{)|(?<=})");
    private static final Escaper SEGMENT = UrlEscapers.urlPathSegmentEscaper();
    private static final Escaper PARAMETER = UrlEscapers.urlFormParameterEscaper();
    private static final Escaper FRAGMENT = UrlEscapers.urlFragmentEscaper();

    static Target of(String target) {
        int hash = target.indexOf('#');
        String fragment = hash < 0 ? "" : target.substring(hash + 1);
        String whole = hash < 0 ? target : target.substring(0, hash);
        int mark = whole.indexOf('?');
        return new Target(
                mark < 0 ? whole : whole.substring(0, mark), mark < 0 ? "" : whole.substring(mark + 1), fragment);
    }

    /** Whether it is a path of the site itself. */
    boolean here() {
        return place.startsWith("/");
    }

    /** Whether it says the same for every request. */
    boolean settled() {
        return names().isEmpty();
    }

    /** Whether the page it leads to is the same for every request. */
    boolean fixedPlace() {
        return place.indexOf('{') < 0;
    }

    /** Whether what a visitor asks for decides at which host name they end. */
    boolean open() {
        return !settled()
                && !(here() && !place.startsWith("//"))
                && !FIXED_HOST.matcher(place).matches();
    }

    /** The names of the parts it wants from the source. */
    List<String> names() {
        List<String> names = new ArrayList<>();
        Matcher parts = PART.matcher(text());
        while (parts.find()) {
            names.add(parts.group(1));
        }
        return names;
    }

    /** The path decoded; only for targets of the site itself. */
    String path() {
        return decoded(place);
    }

    /** The target with its parts filled in. */
    Target filled(Map<String, String> parts) {
        if (settled()) {
            return this;
        }
        String filled = fill(place, parts, SEGMENT);
        // What a visitor asked for must not make a host name of the path.
        String safe = here() ? filled.replaceFirst("^/{2,}", "/") : filled;
        return new Target(safe, fill(query, parts, PARAMETER), fill(fragment, parts, FRAGMENT));
    }

    private static String fill(String template, Map<String, String> parts, Escaper escaper) {
        return PART.matcher(template).replaceAll(part -> {
            String value = parts.getOrDefault(part.group(1), "");
            boolean several = part.group().startsWith("{+") && escaper == SEGMENT;
            return Matcher.quoteReplacement(several ? slashed(value) : escaper.escape(value));
        });
    }

    /** The target with more behind its query. */
    Target withQuery(String more) {
        return new Target(place, QueryRule.joined(query, more), fragment);
    }

    /** As it is written in a Location field. */
    String text() {
        return place + (query.isEmpty() ? "" : "?" + query) + (fragment.isEmpty() ? "" : "#" + fragment);
    }

    /** A segment encoded for a path. */
    static String escaped(String segment) {
        return SEGMENT.escape(segment);
    }

    /** Encodes a decoded path, named parts left as they are. */
    static String encoded(String path) {
        StringBuilder encoded = new StringBuilder();
        for (String piece : BRACES.split(path)) {
            boolean part = piece.startsWith("{") && piece.endsWith("}");
            encoded.append(part ? piece : slashed(piece));
        }
        return encoded.toString();
    }

    private static String slashed(String path) {
        return String.join(
                "/", Arrays.stream(path.split("/", -1)).map(SEGMENT::escape).toList());
    }

    static String decoded(String encoded) {
        return URLDecoder.decode(encoded.replace("+", "%2B"), StandardCharsets.UTF_8);
    }
}
