package evenharbor.app.overview.state;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.route.RouteFollower;
import evenharbor.edge.Edge;
import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** What is measured of this harbor beside what the application's parts measure by themselves. */
@Component
class HarborMeters implements MeterBinder {

    private final Edge edge;
    private final RouteFollower routes;
    private final StateWatch watch;
    private final Path home;

    HarborMeters(Edge edge, RouteFollower routes, StateWatch watch, HarborProperties harbor) {
        this.edge = edge;
        this.routes = routes;
        this.watch = watch;
        this.home = harbor.home().toAbsolutePath();
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("harbor.routes.lag", routes, r -> r.lag().toMillis() / 1000.0)
                .baseUnit("seconds")
                .description("How long ago all changes were seen to have reached visitors")
                .register(registry);
        Gauge.builder("harbor.routes.names", edge, e -> e.routes().count())
                .description("Host names that visitors are answered at")
                .register(registry);
        Gauge.builder(
                        "harbor.certificates.shown",
                        edge,
                        e -> e.certificates().names().size())
                .description("Certificates that visitors are shown")
                .register(registry);
        Gauge.builder("harbor.disk.free", home, folder -> folder.toFile().getUsableSpace())
                .baseUnit("bytes")
                .description("Room for contents")
                .register(registry);
        Gauge.builder("harbor.troubles", watch, HarborMeters::troubles)
                .description("Troubles of this process, as the page State of the harbor tells them")
                .register(registry);
        for (int kind = 1; kind <= Edge.KINDS_OF_STATUS; kind++) {
            int of = kind;
            FunctionCounter.builder("harbor.visits", edge, e -> e.answered(of))
                    .tag("status", of + "xx")
                    .description("Answers to visitors")
                    .register(registry);
        }
    }

    private static int troubles(StateWatch watch) {
        return watch.latest().values().stream().mapToInt(List::size).sum();
    }
}
