package evenharbor.edge.serve;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.Security;
import evenharbor.edge.tls.Tls;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntSupplier;
import java.util.function.Supplier;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;

/**
 * What is seen to before a visitor is answered: an authority that asks for its token is told it, who comes by plain HTTP
 * where HTTPS is on is sent on, and who asks for another name than the certificate was for is turned away.
 */
public final class Gate extends Handler.Wrapper {

    /** Where authorities ask (RFC 8555 section 8.3). */
    private static final String CHALLENGE = "/.well-known/acme-challenge/";

    private static final String HSTS = "Strict-Transport-Security";
    private static final int USUAL_PORT = 443;

    private final Supplier<Routes> routes;
    private final Function<String, Optional<String>> challenges;
    private final IntSupplier securePort;

    /**
     * A gate before a handler.
     *
     * @param challenges the answer for a token; may read from a database
     * @param securePort the port that visitors are sent on to
     */
    public Gate(
            Handler handler,
            Supplier<Routes> routes,
            Function<String, Optional<String>> challenges,
            IntSupplier securePort) {
        super(handler);
        this.routes = routes;
        this.challenges = challenges;
        this.securePort = securePort;
    }

    /** The host name that a request is for, in lower case, without port or trailing dot. */
    static String host(Request request) {
        String host = Request.getServerName(request);
        if (host == null) {
            return "";
        }
        String lower = host.toLowerCase(Locale.ROOT);
        return lower.endsWith(".") ? lower.substring(0, lower.length() - 1) : lower;
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) throws Exception {
        EndPoint.SslSessionData secure =
                request.getConnectionMetaData().getConnection().getEndPoint().getSslSessionData();
        String path = request.getHttpURI().getPath();
        if (path != null && path.startsWith(CHALLENGE) && secure == null) {
            challenge(path.substring(CHALLENGE.length()), request, response, callback);
            return true;
        }
        return pass(secure, request, response, callback);
    }

    private boolean pass(EndPoint.SslSessionData secure, Request request, Response response, Callback callback)
            throws Exception {
        String host = host(request);
        Security security = routes.get().security(host);
        if (secure == null) {
            if (security.sendsOn()) {
                sendOn(host, securePort.getAsInt(), request, response, callback);
                return true;
            }
        } else if (!Tls.serverName(secure.sslSession()).equals(host)) {
            response.setStatus(HttpStatus.MISDIRECTED_REQUEST_421);
            response.write(true, null, callback);
            return true;
        } else if (!security.hsts().isEmpty()) {
            response.getHeaders().put(HSTS, security.hsts());
        }
        return super.handle(request, response, callback);
    }

    /** What is asked for may lie in a database: that must not keep other visitors waiting. */
    private void challenge(String token, Request request, Response response, Callback callback) {
        request.getComponents().getExecutor().execute(() -> {
            try {
                Optional<String> answer = challenges.apply(token);
                if (answer.isPresent()) {
                    response.setStatus(HttpStatus.OK_200);
                    response.getHeaders().put(HttpHeader.CONTENT_TYPE, "application/octet-stream");
                    byte[] bytes = answer.get().getBytes(StandardCharsets.US_ASCII);
                    response.write(true, ByteBuffer.wrap(bytes), callback);
                } else if (!pass(null, request, response, callback)) {
                    callback.failed(new IllegalStateException("Nobody answers"));
                }
            } catch (Exception e) {
                callback.failed(e);
            }
        });
    }

    /** Sends who came by plain HTTP on to the same place by HTTPS. */
    static void sendOn(String host, int port, Request request, Response response, Callback callback) {
        boolean reads = HttpMethod.GET.is(request.getMethod()) || HttpMethod.HEAD.is(request.getMethod());
        // A status that keeps the method, where one that reads is not what was asked.
        response.setStatus(reads ? HttpStatus.MOVED_PERMANENTLY_301 : HttpStatus.PERMANENT_REDIRECT_308);
        response.getHeaders()
                .put(
                        HttpHeader.LOCATION,
                        "https://" + host + (port == USUAL_PORT ? "" : ":" + port)
                                + request.getHttpURI().getPathQuery())
                .put(Fields.ASK_FIRST)
                .put(HttpHeader.CONTENT_LENGTH, 0);
        response.write(true, null, callback);
    }
}
