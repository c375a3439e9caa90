package evenharbor.app.overview.state;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.node.NodeName;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Asks the parts of this process how they are, again and again, and says so to all others through the database. */
@Component
class StateWatch implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(StateWatch.class);

    /** How often it looks. */
    static final int SECONDS = 20;

    private final List<HealthPart> parts;
    private final StateRows rows;
    private final NodeName node;
    private final HarborProperties harbor;
    private final Instant started =
            Instant.ofEpochMilli(ManagementFactory.getRuntimeMXBean().getStartTime());
    private final ScheduledExecutorService rounds = Executors.newSingleThreadScheduledExecutor(
            new ThreadFactoryBuilder().setNameFormat("state").setDaemon(true).build());
    private volatile Map<String, List<Trouble>> latest = Map.of();
    private volatile boolean running;

    StateWatch(List<HealthPart> parts, StateRows rows, NodeName node, HarborProperties harbor) {
        this.parts = parts;
        this.rows = rows;
        this.node = node;
        this.harbor = harbor;
    }

    @Override
    public void start() {
        running = true;
        // Since when its own troubles are there stays known.
        rounds.execute(() -> forget(""));
        rounds.scheduleWithFixedDelay(this::round, 1, SECONDS, TimeUnit.SECONDS);
    }

    @Override
    public void stop() {
        running = false;
        rounds.shutdownNow();
        forget(node.value());
    }

    /** Takes back what a process said, and what others did that were not heard of for long. */
    private void forget(String name) {
        try {
            rows.forget(name);
        } catch (RuntimeException e) {
            // Of one that ends the others notice that nothing is heard.
            LOG.info("What was said before cannot be taken back just now: {}", e.toString());
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Of each part what is wrong with it, as it was seen last; parts that are well have an empty list. */
    Map<String, List<Trouble>> latest() {
        return latest;
    }

    /** The name of this process. */
    String here() {
        return node.value();
    }

    void round() {
        Map<String, List<Trouble>> seen = new LinkedHashMap<>();
        for (HealthPart part : parts) {
            seen.put(part.name(), troubles(part));
        }
        latest = seen;
        try {
            rows.say(now(), seen);
        } catch (Throwable e) {
            LOG.info("How this process is cannot be said just now: {}", e.toString());
        }
    }

    private static List<Trouble> troubles(HealthPart part) {
        try {
            return part.troubles();
        } catch (Throwable e) {
            LOG.warn("How the {} are cannot be told", part.name(), e);
            return List.of(new Trouble(
                    "How the part “" + part.name() + "” is cannot be told just now.",
                    "It is looked at again by itself; the log says why it failed."));
        }
    }

    private StateRows.Node now() throws IOException {
        FileStore disk = Files.getFileStore(harbor.home().toAbsolutePath());
        Runtime memory = Runtime.getRuntime();
        return new StateRows.Node(
                node.value(),
                release(),
                started,
                Instant.now(),
                disk.getUsableSpace(),
                disk.getTotalSpace(),
                memory.totalMemory() - memory.freeMemory(),
                memory.maxMemory());
    }

    /** Which release this process runs; a build that is none says so. */
    private static String release() {
        return Optional.ofNullable(StateWatch.class.getPackage().getImplementationVersion())
                .orElse("development");
    }
}
