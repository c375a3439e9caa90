package evenharbor.edge.serve;

import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.IntSupplier;
import org.eclipse.jetty.client.HttpClient;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.http.HttpURI;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.proxy.ProxyHandler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;

/**
 * Hands requests for the application itself on to where it listens. What a stranger says of proxies before this one is
 * taken off; that a request came by this one is shown by a pass that only the application and its edges know.
 */
public final class AppProxy extends ProxyHandler.Reverse {

    /** Carries the pass. */
    public static final String PASS = "X-Harbor-Edge";

    private static final long QUIET_MINUTES = 10;
    private static final int MOST_AT_ONCE = 1_000;
    private static final String AWAY =
            "Even Harbor itself cannot be reached for the moment: it is being started or upgraded."
                    + " Sites go on being served. Try again in a minute.\n";

    private final Place place;

    /**
     * Where the application is.
     *
     * @param names host names at which it answers, in lower case
     * @param host where it listens
     * @param port where it listens; asked when it is needed, for it may be known late
     * @param pass what shows it that a request came by an edge of its own
     */
    public record Place(Set<String> names, String host, IntSupplier port, String pass) {

        /** No application behind this edge. */
        public static final Place NONE = new Place(Set.of(), "", () -> 0, "");
    }

    /** A proxy for an application. */
    public AppProxy(Place place) {
        super(request -> HttpURI.build(request.getHttpURI())
                .scheme("http")
                .host(place.host())
                .port(place.port().getAsInt()));
        this.place = place;
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) {
        DribbleGuard guard = request.getConnectionMetaData().getConnector().getBean(DribbleGuard.class);
        if (guard != null) {
            // What people upload is as large as it is.
            guard.spare(request.getConnectionMetaData().getConnection());
        }
        return super.handle(request, response, callback);
    }

    @Override
    protected void configureHttpClient(HttpClient client) {
        super.configureHttpClient(client);
        client.setIdleTimeout(TimeUnit.MINUTES.toMillis(QUIET_MINUTES));
        client.setMaxConnectionsPerDestination(MOST_AT_ONCE);
        client.setConnectTimeout(2_000);
    }

    @Override
    protected void addProxyHeaders(Request request, org.eclipse.jetty.client.Request onward) {
        boolean secure = request.isSecure();
        onward.headers(fields -> fields.remove(HttpHeader.FORWARDED)
                .remove(HttpHeader.X_FORWARDED_PORT)
                .remove(HttpHeader.X_FORWARDED_SERVER)
                .put(HttpHeader.HOST, authority(request))
                .put(HttpHeader.X_FORWARDED_FOR, number(request))
                .put(HttpHeader.X_FORWARDED_PROTO, secure ? "https" : "http")
                .put(HttpHeader.X_FORWARDED_HOST, authority(request))
                .put(PASS, place.pass()));
    }

    private static String authority(Request request) {
        HttpFields fields = request.getHeaders();
        String host = fields.get(HttpHeader.HOST);
        return host != null ? host : request.getHttpURI().getAuthority();
    }

    private static String number(Request request) {
        SocketAddress remote = request.getConnectionMetaData().getRemoteSocketAddress();
        return remote instanceof InetSocketAddress inet ? inet.getAddress().getHostAddress() : "";
    }

    @Override
    protected void onServerToProxyResponseFailure(
            Request request,
            org.eclipse.jetty.client.Request onward,
            org.eclipse.jetty.client.Response answered,
            Response response,
            Callback callback,
            Throwable failure) {
        if (response.isCommitted()) {
            callback.failed(failure);
            return;
        }
        response.reset();
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE_503);
        response.getHeaders()
                .put(HttpHeader.CONTENT_TYPE, "text/plain;charset=utf-8")
                .put(HttpHeader.RETRY_AFTER, "10")
                .put(Fields.ASK_FIRST);
        Content.Sink.write(response, true, AWAY, callback);
    }
}
