package evenharbor.core.route;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** All host names and what answers at each: one immutable value, exchanged whole when anything changes. */
public final class Routes {

    /** No site at any name. */
    public static final Routes NONE = new Routes(Map.of());

    private final Map<String, SiteRoutes> byHost;
    private final Object[] decisions;

    private Routes(Map<String, SiteRoutes> byHost) {
        this.byHost = byHost;
        Map<String, Object[]> tables = new HashMap<>();
        byHost.forEach((host, site) -> tables.put(host, site.decisions()));
        this.decisions = NameTable.of(tables);
    }

    /** Routes for these host names, in lower case without port. */
    public static Routes of(Map<String, SiteRoutes> byHost) {
        return new Routes(new HashMap<>(byHost));
    }

    /** These routes with some host names led elsewhere; an empty value takes the name away. */
    public Routes with(Map<String, Optional<SiteRoutes>> changes) {
        Map<String, SiteRoutes> copy = new HashMap<>(byHost);
        changes.forEach((host, site) -> site.ifPresentOrElse(s -> copy.put(host, s), () -> copy.remove(host)));
        return new Routes(copy);
    }

    /** What the visitor gets. Takes the same time for ten host names and for ten thousand. */
    public Decision decide(VisitorRequest request) {
        Object[] ofSite = (Object[]) NameTable.find(decisions, request.host());
        if (ofSite == null) {
            return Decision.NothingHere.INSTANCE;
        }
        Object decision = request.pin().isEmpty() ? NameTable.find(ofSite, request.path()) : null;
        return decision != null
                ? (Decision) decision
                : byHost.get(request.host()).decide(request);
    }

    /** What answers at a host name. */
    public Optional<SiteRoutes> at(String host) {
        return Optional.ofNullable(byHost.get(host));
    }

    /** How many host names there are. */
    public int count() {
        return byHost.size();
    }
}
