package evenharbor.app.overview.state;

import evenharbor.app.common.health.Trouble;
import evenharbor.app.harbor.route.EdgeServer;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/**
 * Whether this process can be sent visitors, for what stands before several of them. It can while it answers by routes it has
 * read: a database that is away, or a trouble of a part, is told in the details and takes nothing out of service.
 */
@Component("harbor")
class HarborHealth implements HealthIndicator {

    private final EdgeServer server;
    private final StateWatch watch;

    HarborHealth(EdgeServer server, StateWatch watch) {
        this.server = server;
        this.watch = watch;
    }

    @Override
    public Health health() {
        Map<String, Object> parts = new TreeMap<>();
        watch.latest()
                .forEach((part, troubles) -> parts.put(
                        part,
                        troubles.isEmpty()
                                ? List.of("well")
                                : troubles.stream().map(Trouble::what).toList()));
        return (server.ready() ? Health.up() : Health.outOfService())
                .withDetail("node", watch.here())
                .withDetail("parts", parts)
                .build();
    }
}
