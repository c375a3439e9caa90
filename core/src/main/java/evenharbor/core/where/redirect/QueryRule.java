package evenharbor.core.where.redirect;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What happens to the query of a request.
 *
 * @param kind what happens
 * @param parameters for {@link Kind#MATCH} the parameters that must be there, such as {@code p=12&lang=en}; else empty
 */
public record QueryRule(Kind kind, String parameters) {

    /** What can happen. */
    public enum Kind {
        /** It goes along to the target. */
        KEEP,
        /** It stays behind. */
        DROP,
        /** The rule counts only where these parameters are asked for; the others go along. */
        MATCH
    }

    /** It goes along. */
    public static final QueryRule KEEP = new QueryRule(Kind.KEEP, "");

    /** It stays behind. */
    public static final QueryRule DROP = new QueryRule(Kind.DROP, "");

    /** The rule counts only with these parameters. */
    public static QueryRule match(String parameters) {
        return new QueryRule(Kind.MATCH, parameters);
    }

    /** How many parameters must be there. */
    int demands() {
        return kind == Kind.MATCH ? split(parameters).size() : 0;
    }

    /** Whether a query meets the rule. */
    boolean accepts(String query) {
        return kind != Kind.MATCH || decoded(query).containsAll(decoded(parameters));
    }

    /** Whether every query that meets the other rule meets this one. */
    boolean covers(QueryRule other) {
        return kind != Kind.MATCH
                || other.kind == Kind.MATCH && decoded(other.parameters).containsAll(decoded(parameters));
    }

    /** What of a query goes along, as it was asked. */
    String kept(String query) {
        return switch (kind) {
            case KEEP -> query;
            case DROP -> "";
            case MATCH -> {
                List<String> rest = new ArrayList<>(split(query));
                List<String> used = decoded(parameters);
                rest.removeIf(one -> used.contains(decoded(one).get(0)));
                yield String.join("&", rest);
            }
        };
    }

    /** Two queries, one behind the other. */
    static String joined(String first, String second) {
        return first.isEmpty() ? second : second.isEmpty() ? first : first + "&" + second;
    }

    private static List<String> split(String query) {
        return Arrays.stream(query.split("&")).filter(s -> !s.isEmpty()).toList();
    }

    private static List<String> decoded(String query) {
        return split(query).stream().map(QueryRule::decodedOne).toList();
    }

    private static String decodedOne(String parameter) {
        try {
            return URLDecoder.decode(parameter, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            // Not encoded by rule; then it means what it says.
            return parameter;
        }
    }
}
