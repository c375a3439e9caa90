package evenharbor.edge.serve;

import java.net.URI;
import java.util.Locale;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.server.Request;

/** Where a visitor says they come from (RFC 9110 section 10.1.3). Of that only the host name is ever looked at. */
final class Referrer {

    private static final int LONGEST = 2000;

    private Referrer() {}

    /** The host name of the page that led here; empty when it is not said, or not a host name. */
    static String host(Request request) {
        String said = request.getHeaders().get(HttpHeader.REFERER);
        if (said == null || said.length() > LONGEST) {
            return "";
        }
        try {
            String host = URI.create(said).getHost();
            return host == null || host.length() > 253 ? "" : host.toLowerCase(Locale.ROOT);
        } catch (IllegalArgumentException e) {
            return "";
        }
    }
}
