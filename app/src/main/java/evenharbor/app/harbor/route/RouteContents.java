package evenharbor.app.harbor.route;

import evenharbor.app.what.content.ContentUser;
import org.springframework.stereotype.Component;

/** What visitors get just now: builds for paths, for HTTPS and for trials are named nowhere else. */
@Component
class RouteContents implements ContentUser {

    private final EdgeRoutes routes;

    RouteContents(EdgeRoutes routes) {
        this.routes = routes;
    }

    @Override
    public void name(Marks marks) {
        routes.routes().contents(file -> marks.content(file.hash()));
    }
}
