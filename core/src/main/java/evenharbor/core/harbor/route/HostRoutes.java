package evenharbor.core.harbor.route;

import evenharbor.core.common.UrlPath;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What answers at one host name: at the whole of it, and at paths under it, of which the longest that fits counts. */
public final class HostRoutes {

    private static final String ROOT = "/";

    private final Map<String, Answer> byPath;

    private HostRoutes(Map<String, Answer> byPath) {
        this.byPath = byPath;
    }

    /** These answers by path; each path begins and ends with a slash. */
    public static HostRoutes of(Map<String, ? extends Answer> byPath) {
        return new HostRoutes(new TreeMap<>(byPath));
    }

    /** One site at the whole name. */
    public static HostRoutes of(SiteRoutes site) {
        return of(Map.of(ROOT, site));
    }

    /** The answers by path. */
    public Map<String, Answer> byPath() {
        return Map.copyOf(byPath);
    }

    /** What is decided for each path known ahead, without a pin. */
    Map<String, Decision> decisions() {
        if (byPath.size() == 1 && byPath.get(ROOT) instanceof SiteRoutes site) {
            return site.decisions();
        }
        Map<String, Decision> all = new HashMap<>();
        byPath.forEach((mount, answer) -> {
            if (answer instanceof SiteRoutes site) {
                site.decisions().forEach((path, decision) -> {
                    String at = mount + path.substring(1);
                    if (mountOf(at).equals(mount)) {
                        all.put(at, decision);
                    }
                });
            }
        });
        return all;
    }

    /** What is decided where the table has nothing. */
    Decision decide(VisitorRequest request) {
        String below = request.path() + "/";
        if (byPath.containsKey(below)) {
            return new Decision.Forward(UrlPath.encoded(below), 301, true, Optional.empty());
        }
        String mount = mountOf(request.path());
        Answer answer = byPath.get(mount);
        if (answer == null) {
            return Decision.NothingHere.INSTANCE;
        }
        String rest = request.path().substring(mount.length() - 1);
        if (answer instanceof Onward onward) {
            return onward.decide(rest);
        }
        return ((SiteRoutes) answer)
                .decide(new VisitorRequest(request.host(), rest, request.query(), request.second()));
    }

    /** The longest mounted path that the path lies in; {@code /} when none does. */
    private String mountOf(String path) {
        if (byPath.size() == 1 && byPath.containsKey(ROOT)) {
            return ROOT;
        }
        for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
            String folder = path.substring(0, slash + 1);
            if (byPath.containsKey(folder)) {
                return folder;
            }
        }
        return ROOT;
    }
}
