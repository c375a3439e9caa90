package evenharbor.app.route;

import evenharbor.app.HarborProperties;
import evenharbor.app.address.Address;
import evenharbor.app.address.Addresses;
import evenharbor.app.address.AddressesChanged;
import evenharbor.app.build.Packing;
import evenharbor.app.content.Manifests;
import evenharbor.app.preview.Previews;
import evenharbor.app.publish.Live;
import evenharbor.app.publish.LiveChanged;
import evenharbor.app.publish.LiveStates;
import evenharbor.app.site.Site;
import evenharbor.app.site.Sites;
import evenharbor.core.route.SiteRoutes;
import evenharbor.core.version.Manifest;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.Blobs;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Runs the visitor-facing server and keeps its routes true: at once for what this node changes, and within a second for
 * what others change, by following the harbor's revision. When the database is away the last routes stay in force.
 */
@Component
public class Harbor implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Harbor.class);

    /** How long the assets of a build stay reachable under their pinned addresses after the next build. */
    private static final Duration GRACE = Duration.ofSeconds(60);

    private final LiveStates states;
    private final Sites sites;
    private final Addresses addresses;
    private final Manifests manifests;
    private final Packing packing;
    private final Clock clock;
    private final Edge edge;
    private final ScheduledExecutorService follower = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "routes");
        thread.setDaemon(true);
        return thread;
    });

    private final Map<String, Served> served = new HashMap<>();
    private long seen;
    private volatile boolean running;

    Harbor(
            LiveStates states,
            Sites sites,
            Addresses addresses,
            Manifests manifests,
            Packing packing,
            Blobs blobs,
            Previews previews,
            HarborProperties harbor,
            Clock clock) {
        this.states = states;
        this.sites = sites;
        this.addresses = addresses;
        this.manifests = manifests;
        this.packing = packing;
        this.clock = clock;
        this.edge = new Edge(
                new Edge.Setup(
                        harbor.visitors().bind(),
                        harbor.visitors().port(),
                        "." + harbor.previewEnding(),
                        harbor.visitors().hotBytes()),
                blobs,
                previews::at,
                clock);
    }

    /** What is served of a site: at which host names, by which routes, from which build. */
    private record Served(String build, Map<String, SiteRoutes> hosts) {}

    @Override
    public void start() {
        follow();
        try {
            edge.start();
        } catch (Exception e) {
            throw new IllegalStateException("The visitor-facing server cannot be started", e);
        }
        follower.scheduleWithFixedDelay(this::follow, 500, 500, TimeUnit.MILLISECONDS);
        running = true;
    }

    @Override
    public void stop() {
        running = false;
        follower.shutdownNow();
        try {
            edge.stop();
        } catch (Exception e) {
            LOG.warn("The visitor-facing server did not stop cleanly", e);
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Visitors are answered before the application is, and for longer. */
    @Override
    public int getPhase() {
        return DEFAULT_PHASE - 4096;
    }

    /** The port visitors are answered at. */
    public int port() {
        return edge.port();
    }

    @TransactionalEventListener
    void changed(LiveChanged changed) {
        refresh(states.of(changed.siteId()));
    }

    @EventListener
    void changed(AddressesChanged changed) {
        states.touch(changed.siteId());
    }

    private void follow() {
        try {
            for (Live live : states.changedAfter(seen)) {
                refresh(live);
                seen = Math.max(seen, live.changedIn());
            }
        } catch (RuntimeException e) {
            LOG.warn("The routes could not be followed; the last ones stay in force: {}", e.getMessage());
        }
    }

    private synchronized void refresh(Live live) {
        String siteId = live.siteId();
        Served before = served.getOrDefault(siteId, new Served("", Map.of()));
        Map<String, SiteRoutes> hosts = new HashMap<>();
        if (live.live() && live.build().isPresent()) {
            hosts.putAll(hosts(live, before));
        }
        Map<String, Optional<SiteRoutes>> change = new HashMap<>();
        before.hosts().keySet().forEach(host -> change.put(host, Optional.empty()));
        hosts.forEach((host, routes) -> change.put(host, Optional.of(routes)));
        edge.exchange(routes -> routes.with(change));
        String build = hosts.isEmpty() ? "" : live.build().orElse("");
        served.put(siteId, new Served(build, Map.copyOf(hosts)));
        if (!build.isEmpty() && !build.equals(before.build())) {
            packing.ofBuild(build, edge::packed);
        }
    }

    private Map<String, SiteRoutes> hosts(Live live, Served before) {
        Site site = sites.find(live.siteId()).orElseThrow();
        List<Address> names = addresses.of(Set.of(live.siteId()));
        String build = live.build().orElseThrow();
        Manifest files = manifests.get(build);
        String main = names.isEmpty() ? "" : names.get(0).url().replaceFirst("/$", "");
        Map<String, SiteRoutes> hosts = new HashMap<>();
        Map<SiteRoutes.Manner, SiteRoutes> made = new HashMap<>();
        for (Address name : names) {
            String canonical = name.role() == Address.Role.MAIN ? "" : main;
            SiteRoutes.Manner manner =
                    new SiteRoutes.Manner(false, site.settings().listed(), canonical);
            hosts.put(
                    name.hostName(),
                    made.computeIfAbsent(
                            manner, m -> routes(files, m, live, before.hosts().get(name.hostName()))));
        }
        return hosts;
    }

    private SiteRoutes routes(Manifest files, SiteRoutes.Manner manner, Live live, SiteRoutes before) {
        SiteRoutes routes = SiteRoutes.of(files, manner);
        Instant now = clock.instant();
        long until = now.plus(GRACE).getEpochSecond();
        if (before != null) {
            return routes.after(before, now.getEpochSecond(), until);
        }
        // After a start the builds that were live a moment ago are found in the record.
        for (LiveStates.Span span : states.endedSince(live.siteId(), now.minus(GRACE))) {
            routes = routes.after(SiteRoutes.of(manifests.get(span.build()), manner), now.getEpochSecond(), until);
        }
        return routes;
    }
}
