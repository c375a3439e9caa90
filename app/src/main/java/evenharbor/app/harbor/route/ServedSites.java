package evenharbor.app.harbor.route;

import evenharbor.core.harbor.route.Answer;
import evenharbor.core.harbor.route.HostRoutes;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/** What answers at each host name and path, over all sites: a site may live under a path of another's name. */
final class ServedSites {

    /** Read by whoever compiles a site, while others are exchanged. */
    private final Map<String, Served> served = new ConcurrentHashMap<>();

    private final Map<String, Map<String, Answer>> byHost = new HashMap<>();

    /**
     * What is served of a site.
     *
     * @param changedIn the revision it is true to
     * @param build the build that is live
     * @param answers what answers at each host name and path
     */
    record Served(long changedIn, String build, Map<String, Map<String, Answer>> answers) {
        static final Served NOTHING = new Served(-1, "", Map.of());
    }

    /** What is served of a site. */
    Served of(String siteId) {
        return served.getOrDefault(siteId, Served.NOTHING);
    }

    /** Notes what is served of a site. */
    void put(String siteId, Served now) {
        served.put(siteId, now);
    }

    /**
     * What changes at host names when sites answer otherwise than they do.
     *
     * @param sites by site, what answers at each host name and path
     * @param kept whether what answers at each host name is noted, for the next change
     */
    Map<String, Optional<HostRoutes>> changes(Map<String, Map<String, Map<String, Answer>>> sites, boolean kept) {
        Map<String, Map<String, Answer>> touched = new HashMap<>();
        sites.forEach((site, answers) -> {
            Map<String, Map<String, Answer>> before = of(site).answers();
            Stream.concat(before.keySet().stream(), answers.keySet().stream())
                    .forEach(host ->
                            touched.computeIfAbsent(host, h -> new HashMap<>(byHost.getOrDefault(h, Map.of()))));
            before.forEach((host, paths) -> paths.keySet().forEach(touched.get(host)::remove));
        });
        sites.forEach((site, answers) ->
                answers.forEach((host, paths) -> touched.get(host).putAll(paths)));
        Map<String, Optional<HostRoutes>> change = new HashMap<>();
        touched.forEach((host, all) -> {
            change.put(host, all.isEmpty() ? Optional.empty() : Optional.of(HostRoutes.of(all)));
            if (kept && all.isEmpty()) {
                byHost.remove(host);
            } else if (kept) {
                byHost.put(host, all);
            }
        });
        return change;
    }
}
