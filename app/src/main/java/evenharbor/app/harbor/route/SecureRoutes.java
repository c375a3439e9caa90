package evenharbor.app.harbor.route;

import evenharbor.app.where.certificate.Certificates;
import evenharbor.core.harbor.route.Security;
import evenharbor.edge.Edge;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Keeps the certificates that the visitor-facing server shows, and what it asks of visitors, as the database has them. */
@Component
class SecureRoutes {

    private final Certificates certificates;
    private final Clock clock;
    private final Map<String, Security> security = new HashMap<>();
    private long seen;

    SecureRoutes(Certificates certificates, Clock clock) {
        this.certificates = certificates;
        this.clock = clock;
    }

    /** Follows what changed since the last time. */
    synchronized void follow(Edge edge) {
        Map<Long, Certificates.Shown> changed = certificates.changedAfter(seen);
        if (changed.isEmpty()) {
            return;
        }
        Instant now = clock.instant();
        changed.forEach((revision, shown) -> {
            String name = shown.secured().name();
            if (shown.key().isPresent()) {
                edge.certificates().put(name, shown.chain(), shown.key().get());
                security.put(
                        name,
                        new Security(
                                shown.secured().secure(now),
                                shown.secured().hsts().field(now)));
            } else {
                edge.certificates().remove(name);
                security.remove(name);
            }
            seen = Math.max(seen, revision);
        });
        Map<String, Security> all = Map.copyOf(security);
        edge.exchange(routes -> routes.secured(all));
    }
}
