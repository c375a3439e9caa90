package evenharbor.app.harbor.route;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.Security;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.edge.Edge;
import java.time.Clock;
import org.springframework.stereotype.Component;

/** What visitors get just now, and what they would get if a site stood otherwise: asked of the routes that answer them. */
@Component
public class EdgeRoutes {

    private final Edge edge;
    private final SiteCompiler compiler;
    private final RouteFollower follower;
    private final Clock clock;

    EdgeRoutes(Edge edge, SiteCompiler compiler, RouteFollower follower, Clock clock) {
        this.edge = edge;
        this.compiler = compiler;
        this.follower = follower;
        this.clock = clock;
    }

    /** What is asked of visitors at a host name just now. */
    public Security security(String host) {
        return edge.routes().security(host);
    }

    /** What answers at which host name just now. */
    public Routes routes() {
        return edge.routes();
    }

    /** What visitors get at a host name and path just now. */
    public Decision decide(String host, String path) {
        return edge.routes()
                .decide(new VisitorRequest(host, path, "", clock.instant().getEpochSecond()));
    }

    /** What would answer if a site stood otherwise: its present routes, but for that site. */
    public Routes ifItWere(Supposed supposed) {
        // Building may take its time: nobody waits for it but who asks.
        SiteCompiler.Compiled compiled = compiler.compiled(supposed, (host, path) -> null);
        return follower.with(supposed.live().siteId(), compiled.answers());
    }
}
