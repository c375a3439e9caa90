package evenharbor.app.harbor.route;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.where.visit.Visits;
import evenharbor.edge.Edge;
import evenharbor.edge.visit.Batch;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Runs the visitor-facing server: it starts with true routes, follows them while it runs, and hands on what it counts. */
@Component
public class EdgeServer implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(EdgeServer.class);

    private final Edge edge;
    private final RouteFollower follower;
    private final Visits visits;
    private final ScheduledExecutorService timer = Executors.newSingleThreadScheduledExecutor(
            new ThreadFactoryBuilder().setNameFormat("routes").setDaemon(true).build());

    private volatile boolean running;

    EdgeServer(Edge edge, RouteFollower follower, Visits visits) {
        this.edge = edge;
        this.follower = follower;
        this.visits = visits;
    }

    @Override
    public void start() {
        follower.follow();
        try {
            edge.start();
        } catch (Exception e) {
            throw new IllegalStateException("The visitor-facing server cannot be started", e);
        }
        timer.scheduleWithFixedDelay(follower::follow, 700, 700, TimeUnit.MILLISECONDS);
        timer.scheduleWithFixedDelay(this::handOnVisits, 2, 2, TimeUnit.SECONDS);
        running = true;
    }

    @Override
    public void stop() {
        running = false;
        timer.shutdownNow();
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

    /** Whether visitors are answered by routes that were read from the database. */
    public boolean ready() {
        return running && follower.everFollowed();
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
}
