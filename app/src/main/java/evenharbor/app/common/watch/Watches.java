package evenharbor.app.common.watch;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Asks, again and again and in one query, which work has something to do, and does that. It begins once visitors are answered:
 * before, addresses would seem not to work.
 */
@Component
class Watches implements HealthPart {

    private static final Logger LOG = LoggerFactory.getLogger(Watches.class);
    private static final int BETWEEN_LOOKS_MILLIS = 700;
    private static final Duration LATELY = Duration.ofMinutes(1);
    private static final Duration KEPT_EVERY = Duration.ofSeconds(5);
    private static final int STOPPING_SECONDS = 5;
    private static final int OFTEN = 5;

    private final List<Watch> watches;
    private final WatchLeases leases;
    private final JdbcClient db;
    private final Clock clock;
    private final String question;
    private final Set<String> running = ConcurrentHashMap.newKeySet();
    private final Map<String, Instant> restsUntil = new ConcurrentHashMap<>();
    private final Map<String, Integer> failed = new ConcurrentHashMap<>();
    private final ScheduledExecutorService looks = Executors.newSingleThreadScheduledExecutor(
            new ThreadFactoryBuilder().setNameFormat("watches").setDaemon(true).build());
    private final ExecutorService workers = Executors.newCachedThreadPool(
            new ThreadFactoryBuilder().setNameFormat("watch-%d").setDaemon(true).build());
    private Instant kept = Instant.EPOCH;

    Watches(List<Watch> watches, WatchLeases leases, JdbcClient db, Clock clock) {
        this.watches = List.copyOf(watches);
        this.leases = leases;
        this.db = db;
        this.clock = clock;
        this.question = "select "
                + watches.stream().map(watch -> "(" + watch.due() + ")").collect(Collectors.joining(", "));
        if (new HashSet<>(watches.stream().map(Watch::name).toList()).size() < watches.size()) {
            throw new IllegalStateException("Two watches have one name: " + watches);
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        leases.begin(watches);
        looks.scheduleWithFixedDelay(this::look, 0, BETWEEN_LOOKS_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** What is under way is let end, for a while; then others take it up. */
    @EventListener(ContextClosedEvent.class)
    void end() throws InterruptedException {
        looks.shutdownNow();
        workers.shutdown();
        if (!workers.awaitTermination(STOPPING_SECONDS, TimeUnit.SECONDS)) {
            workers.shutdownNow();
        }
    }

    private void look() {
        try {
            keep();
            for (Watch watch : due()) {
                begin(watch);
            }
        } catch (Throwable e) {
            LOG.debug("What is due cannot be asked just now; it is asked again", e);
        }
    }

    private void keep() {
        if (kept.plus(KEPT_EVERY).isBefore(Instant.now())) {
            kept = Instant.now();
            Set<String> names = Set.copyOf(running);
            if (!names.isEmpty()) {
                leases.keep(names);
            }
        }
    }

    /** Work that has something to do, and is neither under way here nor at rest. */
    private List<Watch> due() {
        List<Boolean> answers = db.sql(question)
                .param("now", DatabaseTime.of(clock.instant()))
                .param("lately", DatabaseTime.of(clock.instant().minus(LATELY)))
                .param("real", DatabaseTime.of(Instant.now()))
                .query((row, n) -> {
                    List<Boolean> all = new ArrayList<>();
                    for (int i = 1; i <= watches.size(); i++) {
                        all.add(row.getBoolean(i));
                    }
                    return all;
                })
                .single();
        List<Watch> due = new ArrayList<>();
        for (int i = 0; i < watches.size(); i++) {
            Watch watch = watches.get(i);
            if (answers.get(i)
                    && !running.contains(watch.name())
                    && !Instant.now().isBefore(restsUntil.getOrDefault(watch.name(), Instant.MIN))) {
                due.add(watch);
            }
        }
        return due;
    }

    private void begin(Watch watch) {
        if (!leases.take(watch.name())) {
            return;
        }
        running.add(watch.name());
        try {
            workers.execute(() -> carryOut(watch));
        } catch (RejectedExecutionException e) {
            // This process stops.
            giveBack(watch);
        }
    }

    private void carryOut(Watch watch) {
        try {
            watch.round().run();
            failed.remove(watch.name());
        } catch (Throwable e) {
            failed.merge(watch.name(), 1, Integer::sum);
            LOG.warn("The work “{}” failed; it is tried again", watch.name(), e);
        } finally {
            restsUntil.put(watch.name(), Instant.now().plus(watch.pause()));
            giveBack(watch);
        }
    }

    /** It is under way here until it is given back: else this process could take it up anew, and lose it by that. */
    private void giveBack(Watch watch) {
        try {
            leases.give(watch.name());
        } catch (RuntimeException e) {
            LOG.debug("The work “{}” is given back when its lease is over", watch.name());
        } finally {
            running.remove(watch.name());
        }
    }

    @Override
    public String name() {
        return "watches";
    }

    @Override
    public List<Trouble> troubles() {
        return failed.entrySet().stream()
                .filter(each -> each.getValue() >= OFTEN)
                .map(each -> new Trouble(
                        "The work “" + each.getKey() + "” fails again and again.",
                        "It is tried again by itself; the log says why it fails."))
                .toList();
    }
}
