package evenharbor.app.harbor.route;

import evenharbor.app.common.health.Trouble;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.certificate.Secured;
import evenharbor.core.harbor.route.Security;
import evenharbor.edge.Edge;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Keeps the certificates that the visitor-facing server shows, and what it asks of visitors, as the database has them. */
@Component
class SecureRoutes {

    private static final Logger LOG = LoggerFactory.getLogger(SecureRoutes.class);

    private final Edge edge;
    private final Certificates certificates;
    private final Clock clock;
    private final Map<String, Secured> shown = new HashMap<>();
    private final Set<String> failed = ConcurrentHashMap.newKeySet();
    private Map<String, Security> inForce = Map.of();

    /** The revision in which each name was changed last, of those that were followed. */
    private final Map<String, Long> followed = new HashMap<>();

    private volatile long seen;

    SecureRoutes(Edge edge, Certificates certificates, Clock clock) {
        this.edge = edge;
        this.certificates = certificates;
        this.clock = clock;
    }

    /** Follows what changed since the last time. A key that cannot be opened leaves that name as it was, and no other one. */
    void follow() {
        // Not asked in the monitor: whoever waits for that holds a connection, which this may have to wait for.
        follow(certificates.changedAfter(seen));
    }

    /** The same where nothing changed: what is asked of visitors ends with the certificate's time all the same. */
    void goOn() {
        follow(List.of());
    }

    private synchronized void follow(List<Certificates.Changed> all) {
        for (Certificates.Changed changed : all) {
            if (changed.revision() < followed.getOrDefault(changed.name(), 0L)) {
                // Another thread has followed a newer change meanwhile.
                continue;
            }
            followed.put(changed.name(), changed.revision());
            try {
                show(changed.shown().get());
                failed.remove(changed.name());
            } catch (Throwable e) {
                LOG.warn("The certificate of {} cannot be shown; what was shown before stays", changed.name(), e);
                failed.add(changed.name());
            }
            seen = Math.max(seen, changed.revision());
        }
        // What is asked of visitors ends with the certificate's time, without any change.
        Instant now = clock.instant();
        Map<String, Security> asked = new HashMap<>();
        shown.forEach((name, secured) ->
                asked.put(name, new Security(secured.secure(now), secured.hsts().field(now))));
        if (!asked.equals(inForce)) {
            inForce = Map.copyOf(asked);
            edge.exchange(routes -> routes.secured(asked));
        }
    }

    private void show(Certificates.Shown now) {
        String name = now.secured().name();
        if (now.key().isPresent()) {
            edge.certificates().put(name, now.chain(), now.key().get());
            shown.put(name, now.secured());
        } else if (now.secured().declined()) {
            // None is shown, and nobody is sent on, whatever the certificate for all names beside it would do.
            edge.certificates().decline(name);
            shown.put(name, now.secured());
        } else {
            edge.certificates().remove(name);
            shown.remove(name);
        }
    }

    /** What is not right just now, each in a sentence. */
    List<Trouble> troubles() {
        return failed.stream()
                .map(
                        name -> new Trouble(
                                "The certificate of " + name + " cannot be shown.",
                                "Its key cannot be opened, or its chain not be read: see the log. Visitors get the one before, or none."))
                .toList();
    }
}
