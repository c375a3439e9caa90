package evenharbor.core.harbor.route;

/**
 * What a visitor asks for, as far as a decision needs it.
 *
 * @param host host name in lower case, without port or trailing dot
 * @param path decoded path, beginning with a slash, without {@code .} or {@code ..} segments
 * @param query the query as asked, without its question mark; empty when there is none
 * @param second the time of the request in seconds since 1970
 */
public record VisitorRequest(String host, String path, String query, long second) {

    private static final String PIN = "v=";

    /** The content pin of an asset ({@code ?v=…}); empty when there is none. */
    String pin() {
        return query.startsWith(PIN) ? query.substring(PIN.length()) : "";
    }
}
