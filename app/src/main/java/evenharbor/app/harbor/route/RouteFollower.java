package evenharbor.app.harbor.route;

import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.what.build.Packing;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.live.Revisions;
import evenharbor.app.where.certificate.CertificatesChanged;
import evenharbor.core.harbor.route.Answer;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Routes;
import evenharbor.edge.Edge;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Keeps the visitor-facing server's routes true: at once for what this node changes, and within a second for what others
 * change, by following the harbor's revision. When the database is away the last routes stay in force.
 */
@Component
public class RouteFollower implements HealthPart {

    private static final Logger LOG = LoggerFactory.getLogger(RouteFollower.class);

    /** How many sites are read, and exchanged, together. */
    private static final int AT_ONCE = 500;

    /** How long the routes may go without being followed before that is told: the database is away, or this hangs. */
    private static final Duration LATE = Duration.ofSeconds(30);

    private final Edge edge;
    private final LiveStates states;
    private final Revisions revisions;
    private final SiteCompiler compiler;
    private final RouteFacts facts;
    private final Packing packing;
    private final SecureRoutes secure;
    private final Clock clock;
    private final ServedSites served = new ServedSites();
    private final FailedSites failed = new FailedSites();
    private long seen;
    private long seenSites = -1;
    private long seenSecure = -1;
    private volatile Instant followed;

    RouteFollower(
            Edge edge,
            LiveStates states,
            Revisions revisions,
            SiteCompiler compiler,
            RouteFacts facts,
            Packing packing,
            SecureRoutes secure,
            Clock clock) {
        this.edge = edge;
        this.states = states;
        this.revisions = revisions;
        this.compiler = compiler;
        this.facts = facts;
        this.packing = packing;
        this.secure = secure;
        this.clock = clock;
    }

    @TransactionalEventListener
    void changed(LiveChanged changed) {
        refresh(List.of(states.of(changed.siteId())));
    }

    @TransactionalEventListener
    void shown(CertificatesChanged changed) {
        secure.follow();
    }

    /**
     * Follows what changed. A site or certificate that cannot be followed keeps its last good state, is told, and holds up
     * no other one. A site is tried again by itself, a certificate when it changes next.
     */
    void follow() {
        long latest;
        try {
            latest = revisions.latest();
        } catch (Throwable e) {
            LOG.warn("The routes could not be followed; the last ones stay in force: {}", e.toString());
            secure.goOn();
            return;
        }
        try {
            if (latest == seenSecure) {
                secure.goOn();
            } else {
                secure.follow();
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

    /** Whether the routes were read from the database at all. */
    boolean everFollowed() {
        return followed != null;
    }

    /** Whether what visitors get of a site is not up to date, because it cannot be compiled. */
    public boolean stale(String siteId) {
        return failed.sites().contains(siteId);
    }

    /** The present routes, with other answers of one site. @param answers by host name and path */
    synchronized Routes with(String siteId, Map<String, Map<String, Answer>> answers) {
        return edge.routes().with(served.changes(Map.of(siteId, answers), false));
    }

    /** What a site comes to, made on top of what was served before: its files stay reachable for a while. */
    private record Made(ServedSites.Served before, ServedSites.Served now) {}

    private Made made(Live live, RouteFacts.Known known) {
        ServedSites.Served before = served.of(live.siteId());
        SiteCompiler.Compiled compiled = compiler.compiled(
                Supposed.of(live),
                (host, path) -> before.answers().getOrDefault(host, Map.of()).get(path),
                known);
        return new Made(before, new ServedSites.Served(live.changedIn(), compiled.build(), compiled.answers()));
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

    private void refresh(List<Live> lives, RouteFacts.Known known) {
        List<Live> left = lives;
        while (!left.isEmpty()) {
            Set<String> overtaken = refreshed(left, known);
            left = left.stream()
                    .filter(live -> overtaken.contains(live.siteId()))
                    .toList();
        }
    }

    /**
     * Compiles them, and exchanges in the edge what came of it.
     *
     * @return those that another thread exchanged meanwhile, which are to be made on top of that
     */
    private Set<String> refreshed(List<Live> lives, RouteFacts.Known known) {
        Map<String, Made> made = new HashMap<>();
        for (Live live : lives) {
            try {
                made.put(live.siteId(), made(live, known));
                failed.mended(live.siteId());
            } catch (Throwable e) {
                fail(live, e);
            }
        }
        Set<String> overtaken = exchange(made);
        made.forEach((site, each) -> {
            String build = each.now.build();
            if (!overtaken.contains(site) && !build.isEmpty() && !build.equals(each.before.build())) {
                packing.ofBuild(build, edge::packed);
            }
        });
        return overtaken;
    }

    /**
     * Exchanges sites in the edge as one value. Nothing is asked of the database in here: whoever waits for this holds a
     * connection, and whoever is in here would wait for one.
     *
     * @return those that are served otherwise than they were when these were made, and that were left as they are
     */
    private synchronized Set<String> exchange(Map<String, Made> made) {
        Map<String, ServedSites.Served> fresh = new HashMap<>();
        Set<String> overtaken = new HashSet<>();
        made.forEach((site, each) -> {
            ServedSites.Served now = served.of(site);
            // What was read before another thread's newer change must not undo it.
            if (each.now.changedIn() >= now.changedIn()) {
                if (now == each.before) {
                    fresh.put(site, each.now);
                } else {
                    overtaken.add(site);
                }
            }
        });
        if (!fresh.isEmpty()) {
            Map<String, Map<String, Map<String, Answer>>> answers = new HashMap<>();
            fresh.forEach((site, now) -> answers.put(site, now.answers()));
            Map<String, Optional<HostRoutes>> change = served.changes(answers, true);
            edge.exchange(routes -> routes.with(change));
            fresh.forEach(served::put);
        }
        return overtaken;
    }
}
