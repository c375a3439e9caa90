package evenharbor.app.overview.state;

import evenharbor.app.common.health.Trouble;
import evenharbor.app.harbor.route.EdgeRoutes;
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

    private final EdgeRoutes routes;
    private final StateWatch watch;

    HarborHealth(EdgeRoutes routes, StateWatch watch) {
        this.routes = routes;
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
        return (routes.ready() ? Health.up() : Health.outOfService())
                .withDetail("node", watch.here())
                .withDetail("parts", parts)
                .build();
    }
}
