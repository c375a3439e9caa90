package evenharbor.edge.serve;

import java.util.function.IntSupplier;
import java.util.function.Predicate;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;

/** Hands requests for the application's own names to it, and all others to what answers for sites. */
public final class AppDoor extends Handler.Wrapper {

    private static final String NOT_YET =
            "There is no certificate for this name as yet, and nobody signs in to Even Harbor by"
                    + " plain HTTP. Where this harbor knows an authority one is asked for by itself; State of the harbor"
                    + " tells what is in the way, to who opens Even Harbor on its own machine.\n";

    private final AppProxy proxy;
    private final AppProxy.Place app;
    private final Predicate<String> secure;
    private final IntSupplier securePort;

    /**
     * A door before what answers for sites.
     *
     * @param secure whether there is a certificate for a host name
     * @param securePort the port that those who come by plain HTTP are sent on to
     */
    public AppDoor(Handler sites, AppProxy.Place app, Predicate<String> secure, IntSupplier securePort) {
        super(sites);
        this.app = app;
        this.secure = secure;
        this.securePort = securePort;
        this.proxy = new AppProxy(app);
    }

    @Override
    protected void doStart() throws Exception {
        proxy.setServer(getServer());
        addManaged(proxy);
        super.doStart();
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) throws Exception {
        String host = Gate.host(request);
        if (!app.names().contains(host)) {
            return super.handle(request, response, callback);
        }
        if (request.isSecure()) {
            return proxy.handle(request, response, callback);
        }
        if (secure.test(host)) {
            Gate.sendOn(host, securePort.getAsInt(), request, response, callback);
        } else {
            response.setStatus(HttpStatus.SERVICE_UNAVAILABLE_503);
            response.getHeaders()
                    .put(HttpHeader.CONTENT_TYPE, "text/plain;charset=utf-8")
                    .put(HttpHeader.RETRY_AFTER, "60")
                    .put(Fields.ASK_FIRST);
            Content.Sink.write(response, true, NOT_YET, callback);
        }
        return true;
    }
}
