package evenharbor.app.harbor.route;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.harbor.audience.PassKey;
import evenharbor.app.harbor.preview.Previews;
import evenharbor.app.what.build.Packing;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.live.Revisions;
import evenharbor.app.where.certificate.CertificatesChanged;
import evenharbor.app.where.certificate.Challenges;
import evenharbor.app.where.visit.Visits;
import evenharbor.core.harbor.route.Answer;
import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.Security;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.serve.Doorkeeper;
import evenharbor.edge.visit.Batch;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
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
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Runs the visitor-facing server and keeps its routes true: at once for what this node changes, and within a second for
 * what others change, by following the harbor's revision. When the database is away the last routes stay in force.
 */
@Component
public class EdgeRoutes implements SmartLifecycle, HealthPart {

    private static final Logger LOG = LoggerFactory.getLogger(EdgeRoutes.class);

    /** How long the routes may go without being followed before that is told: the database is away, or this hangs. */
    /** How many sites are read, and exchanged, together. */
    private static final int AT_ONCE = 500;

    private static final Duration LATE = Duration.ofSeconds(30);

    private final LiveStates states;
    private final Revisions revisions;
    private final SiteCompiler compiler;
    private final RouteFacts facts;
    private final Visits visits;
    private final Packing packing;
    private final SecureRoutes secure;
    private final Clock clock;
    private final Edge edge;
    private final ScheduledExecutorService follower = Executors.newSingleThreadScheduledExecutor(
            new ThreadFactoryBuilder().setNameFormat("routes").setDaemon(true).build());

    private final ServedSites served = new ServedSites();
    private final FailedSites failed = new FailedSites();
    private long seen;
    private long seenSites = -1;
    private long seenSecure = -1;
    private volatile Instant followed;
    private volatile boolean running;

    EdgeRoutes(
            LiveStates states,
            Revisions revisions,
            SiteCompiler compiler,
            RouteFacts facts,
            Visits visits,
            Packing packing,
            Blobs blobs,
            Previews previews,
            Challenges challenges,
            SecureRoutes secure,
            PassKey key,
            Doorkeeper keeper,
            AppPlace app,
            VisitLogProperties log,
            HarborProperties harbor,
            Clock clock) {
        this.states = states;
        this.revisions = revisions;
        this.compiler = compiler;
        this.facts = facts;
        this.visits = visits;
        this.packing = packing;
        this.secure = secure;
        this.clock = clock;
        this.edge = new Edge(
                new Edge.Setup(
                        harbor.visitors().bind(),
                        harbor.visitors().port(),
                        harbor.visitors().securePort(),
                        0,
                        "." + harbor.previewEnding(),
                        harbor.visitors().hotBytes()),
                blobs,
                previews::at,
                challenges::answer,
                new Door(key.passes(), keeper),
                app.place(),
                clock);
        if (log.kept()) {
            edge.writesTo(log.log("." + harbor.previewEnding(), clock));
        }
    }

    @Override
    public void start() {
        follow();
        try {
            edge.start();
        } catch (Exception e) {
            throw new IllegalStateException("The visitor-facing server cannot be started", e);
        }
        follower.scheduleWithFixedDelay(this::follow, 700, 700, TimeUnit.MILLISECONDS);
        follower.scheduleWithFixedDelay(this::handOnVisits, 2, 2, TimeUnit.SECONDS);
        running = true;
    }

    @Override
    public void stop() {
        running = false;
        follower.shutdownNow();
        handOnVisits();
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

    /** The port visitors are answered at by HTTPS. */
    public int securePort() {
        return edge.securePort();
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

    @TransactionalEventListener
    void changed(LiveChanged changed) {
        refresh(List.of(states.of(changed.siteId())));
    }

    @TransactionalEventListener
    void shown(CertificatesChanged changed) {
        secure.follow(edge);
    }

    /**
     * Follows what changed. A site or certificate that cannot be followed keeps its last good state, is told, and holds up
     * no other one. A site is tried again by itself, a certificate when it changes next.
     */
    private void follow() {
        long latest;
        try {
            latest = revisions.latest();
        } catch (Throwable e) {
            LOG.warn("The routes could not be followed; the last ones stay in force: {}", e.toString());
            secure.goOn(edge);
            return;
        }
        try {
            if (latest == seenSecure) {
                secure.goOn(edge);
            } else {
                secure.follow(edge);
                seenSecure = latest;
            }
        } catch (Throwable e) {
            LOG.warn("The certificates could not be followed; the last ones stay in force", e);
        }
        try {
            followSites(latest);
            followed = Instant.now();
        } catch (Throwable e) {
            LOG.warn("The routes could not be followed; the last ones stay in force: {}", e.toString());
        }
    }

    private void followSites(long latest) {
        List<Live> changed = latest == seenSites ? List.of() : states.changedAfter(seen);
        Set<String> again = failed.due(clock.instant());
        List<Live> all = new ArrayList<>(changed);
        again.removeAll(changed.stream().map(Live::siteId).toList());
        if (!again.isEmpty()) {
            all.addAll(states.of(again));
        }
        if (!all.isEmpty()) {
            refresh(all);
        }
        if (!changed.isEmpty()) {
            seen = Math.max(seen, changed.get(changed.size() - 1).changedIn());
        }
        seenSites = latest;
    }

    @Override
    public String name() {
        return "routes";
    }

    @Override
    public List<Trouble> troubles() {
        List<Trouble> all = new ArrayList<>(secure.troubles());
        failed.sites()
                .forEach(
                        site -> all.add(
                                new Trouble(
                                        "The routes of site " + site + " are not up to date.",
                                        "Its visitors get what was live before. It is tried again by itself; the log says why it failed.")));
        if (lag().compareTo(LATE) > 0) {
            all.add(new Trouble(
                    "Changes do not reach visitors just now.",
                    "They get what was live before. See whether the database answers; it goes on by itself then."));
        }
        return all;
    }

    /** How long ago it was last seen that all changes had reached visitors. */
    public Duration lag() {
        Instant last = followed;
        return last == null ? Duration.ZERO : Duration.between(last, Instant.now());
    }

    /** How many certificates visitors are shown. */
    public int certificates() {
        return edge.certificates().names().size();
    }

    /** How many answers of a kind of status were given, such as 4 for 4xx. */
    public long answered(int kind) {
        return edge.answered(kind);
    }

    /** Whether visitors are answered by routes that were read from the database. */
    public boolean ready() {
        return running && followed != null;
    }

    /** Whether what visitors get of a site is not up to date, because it cannot be compiled. */
    public boolean stale(String siteId) {
        return failed.sites().contains(siteId);
    }

    /** What would answer if a site stood otherwise: its present routes, but for that site. */
    public Routes ifItWere(Supposed supposed) {
        // Building may take its time: nobody waits for it but who asks.
        Map<String, Map<String, Answer>> answers =
                compiler.compiled(supposed, (host, path) -> null).answers();
        synchronized (this) {
            return edge.routes().with(served.changes(Map.of(supposed.live().siteId(), answers), false));
        }
    }

    private void handOnVisits() {
        Batch counted = edge.visits().take();
        if (counted.isEmpty()) {
            return;
        }
        try {
            visits.add(counted);
        } catch (RuntimeException e) {
            edge.visits().putBack(counted);
            LOG.warn("Visits could not be handed on; they are kept for later: {}", e.getMessage());
        }
    }

    private SiteCompiler.Compiled compiled(Live live, RouteFacts.Known known) {
        Map<String, Map<String, Answer>> before = served.of(live.siteId()).answers();
        return compiler.compiled(
                Supposed.of(live),
                (host, path) -> before.getOrDefault(host, Map.of()).get(path),
                known);
    }

    /** Makes the routes of these sites anew; what they are made of is read for many at once. */
    private void refresh(List<Live> lives) {
        for (int from = 0; from < lives.size(); from += AT_ONCE) {
            List<Live> some = lives.subList(from, Math.min(lives.size(), from + AT_ONCE));
            try {
                refresh(some, facts.of(some.stream().map(Live::siteId).toList()));
            } catch (RuntimeException e) {
                // What cannot be read of one must hold up no other.
                some.forEach(this::refreshAlone);
            }
        }
    }

    private void refreshAlone(Live live) {
        try {
            refresh(List.of(live), facts.of(List.of(live.siteId())));
        } catch (RuntimeException e) {
            fail(live, e);
        }
    }

    private void fail(Live live, Throwable e) {
        if (failed.add(live.siteId(), clock.instant())) {
            LOG.warn("Site {} could not be compiled; its last routes stay in force", live.siteId(), e);
        }
    }

    /** Exchanges them in the edge as one value. */
    private synchronized void refresh(List<Live> lives, RouteFacts.Known known) {
        Map<String, ServedSites.Served> fresh = new HashMap<>();
        for (Live live : lives) {
            ServedSites.Served before = served.of(live.siteId());
            // What was read before another thread's newer change must not undo it.
            if (live.changedIn() < before.changedIn()) {
                continue;
            }
            try {
                SiteCompiler.Compiled compiled = compiled(live, known);
                fresh.put(
                        live.siteId(), new ServedSites.Served(live.changedIn(), compiled.build(), compiled.answers()));
                failed.mended(live.siteId());
            } catch (Throwable e) {
                fail(live, e);
            }
        }
        if (fresh.isEmpty()) {
            return;
        }
        Map<String, Map<String, Map<String, Answer>>> answers = new HashMap<>();
        fresh.forEach((site, now) -> answers.put(site, now.answers()));
        Map<String, Optional<HostRoutes>> change = served.changes(answers, true);
        edge.exchange(routes -> routes.with(change));
        fresh.forEach((site, now) -> {
            ServedSites.Served before = served.put(site, now);
            if (!now.build().isEmpty() && !now.build().equals(before.build())) {
                packing.ofBuild(now.build(), edge::packed);
            }
        });
    }
}
