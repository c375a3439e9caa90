package evenharbor.app.hosting.destination;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.DatabaseAway;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.HostProperties;
import evenharbor.app.hosting.host.HostReach;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.Meter;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.activity.MovedOn;
import evenharbor.core.hosting.host.HostFault;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.backoff.BackOffExecution;
import org.springframework.util.backoff.ExponentialBackOff;

/**
 * Carries work at destinations out: takes it up, tries again after what passes by itself, and says how it ended. Each job is
 * one node's at a time, which it shows by a beat in the job's row.
 */
@Service
class HostWorker {

    private static final Logger LOG = LoggerFactory.getLogger(HostWorker.class);

    private static final Duration AFTER_DATABASE = Duration.ofSeconds(1);

    /** A node that has not shown a beat for so long is taken for dead. */
    private static final Duration GIVEN_UP_AFTER = Duration.ofSeconds(15);

    private final HostJobRepository jobs;
    private final DestinationRepository destinations;
    private final HostJobSteps steps;
    private final HostJobEnds ends;
    private final Hosts hosts;
    private final HostReach reach;
    private final HostProperties properties;
    private final Sites sites;
    private final TransactionTemplate transactions;
    private final NodeName node;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final Set<String> underWay = ConcurrentHashMap.newKeySet();
    private final ExecutorService workers = Executors.newCachedThreadPool(
            new ThreadFactoryBuilder().setNameFormat("host-job").setDaemon(true).build());

    private final ScheduledExecutorService sweeps =
            Executors.newSingleThreadScheduledExecutor(new ThreadFactoryBuilder()
                    .setNameFormat("host-jobs-left")
                    .setDaemon(true)
                    .build());

    HostWorker(
            HostJobRepository jobs,
            DestinationRepository destinations,
            HostJobSteps steps,
            HostJobEnds ends,
            Hosts hosts,
            HostReach reach,
            HostProperties properties,
            Sites sites,
            TransactionTemplate transactions,
            NodeName node,
            Clock clock,
            ApplicationEventPublisher events) {
        this.jobs = jobs;
        this.destinations = destinations;
        this.steps = steps;
        this.ends = ends;
        this.hosts = hosts;
        this.reach = reach;
        this.properties = properties;
        this.sites = sites;
        this.transactions = transactions;
        this.node = node;
        this.clock = clock;
        this.events = events;
    }

    /** Takes up what this node was doing when it was last stopped or killed. */
    @EventListener
    void resume(ApplicationReadyEvent ready) {
        jobs.findByNodeAndState(node.value(), HostJob.State.RUNNING)
                .forEach(job -> workers.execute(() -> carryOut(job.id)));
        sweeps.scheduleWithFixedDelay(this::sweep, 5, 5, TimeUnit.SECONDS);
    }

    /** Takes up what nobody is at any more: its node died, or could not begin. */
    private void sweep() {
        try {
            jobs.findByStateAndBeatAtBefore(HostJob.State.RUNNING, Instant.now().minus(GIVEN_UP_AFTER))
                    .forEach(job -> workers.execute(() -> carryOut(job.id)));
        } catch (RuntimeException e) {
            LOG.debug("Work that was left could not be looked for just now", e);
        }
    }

    @PreDestroy
    void stop() {
        sweeps.shutdownNow();
        workers.shutdownNow();
    }

    @TransactionalEventListener
    void begin(HostJobs.Asked asked) {
        workers.execute(() -> carryOut(asked.jobId()));
    }

    /** Carries a recorded job out, or goes on with it; does nothing when it is under way elsewhere. */
    void carryOut(String id) {
        if (!underWay.add(id)) {
            return;
        }
        try {
            Integer claimed = transactions.execute(status ->
                    jobs.claim(id, node.value(), Instant.now(), Instant.now().minus(GIVEN_UP_AFTER)));
            if (claimed != null && claimed == 1) {
                underWay(jobs.findById(id).orElseThrow());
            }
        } finally {
            underWay.remove(id);
        }
        // Paused and taken up again while the last beat was under way: nobody else would.
        if (jobs.findById(id)
                .filter(j -> j.state == HostJob.State.RUNNING && node.value().equals(j.node))
                .isPresent()) {
            workers.execute(() -> carryOut(id));
        }
    }

    private void underWay(HostJob job) {
        Site site = sites.find(job.siteId).orElseThrow();
        JobMeter meter = new JobMeter((step, files, bytes, rate, path) -> {
            String shown = path.length() > 1_000 ? path.substring(path.length() - 1_000) : path;
            Integer ours = transactions.execute(
                    status -> jobs.progress(job.id, node.value(), step, files, bytes, rate, shown, Instant.now()));
            movedOn(site);
            return ours != null && ours == 1;
        });
        ScheduledFuture<?> beats = sweeps.scheduleWithFixedDelay(meter::beat, 3, 3, TimeUnit.SECONDS);
        try {
            tryUntilDone(job, site, meter);
        } finally {
            beats.cancel(false);
        }
    }

    private void tryUntilDone(HostJob job, Site site, JobMeter meter) {
        ExponentialBackOff pauses = new ExponentialBackOff(properties.retry().toMillis(), 2);
        pauses.setMaxAttempts(properties.tries());
        BackOffExecution pause = pauses.start();
        long least = Long.MAX_VALUE;
        while (true) {
            try {
                HostJobSteps.Outcome outcome = once(job, meter);
                meter.beat();
                ends.finish(job.id, site, outcome);
                movedOn(site);
                return;
            } catch (Meter.Stopped e) {
                LOG.info("Work {} was paused, stopped or taken over", job.id);
                return;
            } catch (HostTrouble trouble) {
                if (meter.toMove() < least) {
                    // Less was left than the time before: a long way may be interrupted more often than a short one.
                    // What was sent and did not arrive is no progress.
                    pause = pauses.start();
                    least = meter.toMove();
                }
                long wait = trouble.fault().passes() ? pause.nextBackOff() : BackOffExecution.STOP;
                if (wait == BackOffExecution.STOP) {
                    fail(job.id, site, trouble.fault(), sentence(trouble));
                    return;
                }
                transactions.executeWithoutResult(status -> jobs.tried(
                        job.id,
                        properties.tries(),
                        clock.instant().plusMillis(wait),
                        trouble.fault(),
                        sentence(trouble)));
                try {
                    meter.rest(wait);
                } catch (Meter.Stopped e) {
                    return;
                }
                transactions.executeWithoutResult(status -> jobs.tried(job.id, 0, null, null, ""));
            } catch (Problem problem) {
                fail(job.id, site, null, problem.getMessage());
                return;
            } catch (IOException | RuntimeException e) {
                if (DatabaseAway.isWhy(e)) {
                    // The job stands there as it was: it is gone on with, here or elsewhere.
                    LOG.warn("Work {} waits for the database: {}", job.id, e.getMessage());
                    if (restedForDatabase(meter)) {
                        continue;
                    }
                    return;
                }
                LOG.error("Work {} failed", job.id, e);
                fail(job.id, site, null, "The harbor could not finish this. Try again.");
                return;
            }
        }
    }

    /** Whether the job is still this node's to go on with. */
    private boolean restedForDatabase(JobMeter meter) {
        while (true) {
            try {
                meter.rest(AFTER_DATABASE.toMillis());
                return true;
            } catch (Meter.Stopped e) {
                return false;
            } catch (RuntimeException e) {
                if (!DatabaseAway.isWhy(e)) {
                    throw e;
                }
                pauseOutsideDatabase();
            }
        }
    }

    private static void pauseOutsideDatabase() {
        try {
            Thread.sleep(AFTER_DATABASE.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Meter.Stopped();
        }
    }

    private static String sentence(HostTrouble trouble) {
        String said = trouble.said().isEmpty() ? "" : " It said: " + trouble.said();
        String whole = trouble.fault().what() + said;
        return whole.length() > 900 ? whole.substring(0, 900) + "…" : whole;
    }

    private HostJobSteps.Outcome once(HostJob job, JobMeter meter) throws IOException {
        DestinationEntity destination = destinations.findById(job.destinationId).orElseThrow();
        Host host = hosts.find(destination.hostId).orElseThrow();
        return steps.carryOut(job, destination, meter, () -> reach.open(host, destination.folder));
    }

    private void fail(String id, Site site, HostFault fault, String sentence) {
        ends.fail(id, site, fault, sentence);
        movedOn(site);
    }

    private void movedOn(Site site) {
        events.publishEvent(new MovedOn(site.accountId(), site.id()));
    }
}
