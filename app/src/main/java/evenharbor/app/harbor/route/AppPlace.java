package evenharbor.app.harbor.route;

import com.google.common.net.InetAddresses;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.web.EdgePass;
import evenharbor.edge.serve.AppProxy;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Where the application itself listens, for the visitor-facing server, which answers for it by HTTPS. */
@Component
class AppPlace {

    private final HarborProperties harbor;
    private final EdgePass pass;
    private final String host;
    private volatile int port;

    AppPlace(HarborProperties harbor, EdgePass pass, @Value("${server.address}") String bind) {
        this.harbor = harbor;
        this.pass = pass;
        this.host = InetAddresses.isInetAddress(bind)
                        && InetAddresses.forString(bind).isAnyLocalAddress()
                ? "127.0.0.1"
                : bind;
    }

    @EventListener
    void listening(WebServerInitializedEvent started) {
        if (started.getApplicationContext().getServerNamespace() == null) {
            port = started.getWebServer().getPort();
        }
    }

    /** The place as the server knows it; none where people open the application by plain HTTP. */
    AppProxy.Place place() {
        return harbor.secureAppNames().isEmpty()
                ? AppProxy.Place.NONE
                : new AppProxy.Place(harbor.secureAppNames(), host, () -> port, pass.value());
    }
}
