package evenharbor.app.harbor.publish;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseAway;
import evenharbor.app.harbor.reach.Reaches;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.app.who.activity.MovedOn;
import evenharbor.core.harbor.publish.PublicationLife;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.IntConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Carries a publish out. Everything up to the switch only adds contents that nothing refers to yet; the switch is one
 * transaction. So a publish that is cut off anywhere has changed nothing, and may be carried out again from the start.
 */
@Service
public class Publisher {

    private static final Logger LOG = LoggerFactory.getLogger(Publisher.class);

    private static final Duration TELL_EVERY = Duration.ofMillis(250);

    private static final Duration AFTER_DATABASE = Duration.ofSeconds(1);
    private final PublicationRepository publications;
    private final LiveStates states;
    private final Sites sites;
    private final Versions versions;
    private final Builds builds;
    private final Reaches reaches;
    private final Manifests manifests;
    private final Blobs blobs;
    private final Activities activities;
    private final TransactionTemplate transactions;
    private final NodeName node;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final ExecutorService atOnce = Executors.newCachedThreadPool(
            new ThreadFactoryBuilder().setNameFormat("publish").setDaemon(true).build());

    Publisher(
            PublicationRepository publications,
            LiveStates states,
            Sites sites,
            Versions versions,
            Builds builds,
            Reaches reaches,
            Manifests manifests,
            Blobs blobs,
            Activities activities,
            TransactionTemplate transactions,
            NodeName node,
            Clock clock,
            ApplicationEventPublisher events) {
        this.publications = publications;
        this.states = states;
        this.sites = sites;
        this.versions = versions;
        this.builds = builds;
        this.reaches = reaches;
        this.manifests = manifests;
        this.blobs = blobs;
        this.activities = activities;
        this.transactions = transactions;
        this.node = node;
        this.clock = clock;
        this.events = events;
    }

    /** Takes up what this node was doing when it was last stopped or killed. */
    @EventListener
    void resume(ApplicationReadyEvent ready) {
        publications
                .findByNodeAndState(node.value(), PublicationLife.State.RUNNING)
                .forEach(publication -> atOnce.execute(() -> carryOut(publication.id)));
    }

    /** Begins at once; should this process die, it or another one takes the publish up again. */
    @TransactionalEventListener
    void begin(Publishing.Asked asked) {
        atOnce.execute(() -> carryOut(asked.publicationId()));
    }

    /**
     * Carries a recorded publish out. Doing so twice, even at once, publishes once. While the database is away it stands
     * there as it was, and is gone on with.
     */
    public void carryOut(String id) {
        try {
            publications
                    .findById(id)
                    .filter(publication -> publication.state == PublicationLife.State.RUNNING)
                    .ifPresent(publication -> carryOut(id, publication));
        } catch (RuntimeException e) {
            if (!DatabaseAway.isWhy(e)) {
                throw e;
            }
            LOG.warn("Publish {} waits for the database: {}", id, e.getMessage());
            CompletableFuture.delayedExecutor(AFTER_DATABASE.toMillis(), TimeUnit.MILLISECONDS, atOnce)
                    .execute(() -> carryOut(id));
        }
    }

    private void carryOut(String id, Publication publication) {
        Site site = sites.find(publication.siteId).orElseThrow();
        if (publication.version != null) {
            finish(id, site);
            return;
        }
        try {
            Manifest manifest = manifests.get(publication.manifest);
            check(publication, manifest);
            // Progress is recorded where there is something to wait for: each record costs a sync of the disk.
            Builder.BuildOptions options = new Builder.BuildOptions("", Map.of(), reaches.of(site));
            boolean ready = builds.ready(publication.manifest, site.settings(), options);
            if (!ready) {
                step(id, site, PublicationLife.Step.BUILDING, 0, manifest.count());
            }
            String build =
                    builds.of(publication.manifest, site.settings(), options, progress(id, site, manifest.count()));
            blobs.settle();
            if (!ready) {
                step(id, site, PublicationLife.Step.SWITCHING, manifest.count(), manifest.count());
            }
            transactions.executeWithoutResult(status -> switchOver(id, site, build));
            finish(id, site);
        } catch (Problem problem) {
            fail(id, site, problem.getMessage());
        } catch (Throwable e) {
            if (e instanceof RuntimeException away && DatabaseAway.isWhy(e)) {
                throw away;
            }
            // An error, too: a publish that nobody works on any more must not be said to be under way.
            LOG.error("Publish {} of site {} failed", id, site.id(), e);
            fail(id, site, "The harbor could not finish the publish. What is live stays as it was. Try again.");
            if (e instanceof VirtualMachineError && !(e instanceof StackOverflowError)) {
                throw (VirtualMachineError) e;
            }
        }
    }

    /** Tells how many files are built, a few times a second, and ends the work when the publish was ended. */
    private IntConsumer progress(String id, Site site, int total) {
        AtomicLong told = new AtomicLong(System.nanoTime());
        return done -> {
            long now = System.nanoTime();
            long last = told.get();
            // Several read pages at once: one of them tells.
            if (now - last > TELL_EVERY.toNanos() && told.compareAndSet(last, now)) {
                step(id, site, PublicationLife.Step.BUILDING, Math.min(done, total), total);
                if (publications.findById(id).orElseThrow().state != PublicationLife.State.RUNNING) {
                    throw new Problem(ProblemType.NOT_READY, "This publish was ended.");
                }
            }
        };
    }

    /** New contents must be there; those sent anyway are read back whole, and their packed forms made anew. */
    private void check(Publication publication, Manifest manifest) throws IOException {
        Set<String> known = new HashSet<>();
        states.of(publication.siteId)
                .version()
                .flatMap(number -> versions.find(publication.siteId, number))
                .ifPresent(live -> manifests.get(live.manifest()).entries().forEach(file -> known.add(file.hash())));
        Set<String> anyway = Set.of(publication.sentAnyway.split("\n"));
        for (Map.Entry<String, FileEntry> file : manifest.files().entrySet()) {
            String hash = file.getValue().hash();
            boolean sound =
                    anyway.contains(file.getKey()) ? blobs.isSound(hash) : known.contains(hash) || blobs.has(hash);
            if (!sound) {
                throw new Problem(
                        ProblemType.CONTENT_DAMAGED,
                        "“" + file.getKey()
                                + "” is damaged or gone from the harbor's store. What is live stays as it was."
                                + " Put the file into the draft again, then publish.");
            }
        }
    }

    private void step(String id, Site site, PublicationLife.Step step, int done, int total) {
        transactions.executeWithoutResult(status -> publications.progress(id, step, done, total));
        movedOn(site);
    }

    private void switchOver(String id, Site site, String build) {
        // The site first, then what it owns: the one order of locks.
        if (states.lock(site.id()).life().publishing().filter(id::equals).isEmpty()) {
            return;
        }
        Publication publication = publications.lock(id).orElseThrow();
        if (!publication.life().stoppable()) {
            return;
        }
        SavedVersion version = versions.published(
                site, publication.manifest, build, publication.redirects, Publishing.starter(publication, site));
        states.apply(
                site.id(),
                new SiteEvent.Switched(id, new SiteLife.Shown(version.number(), build), publication.redirects));
        publication.become(publication.life().switched(version.number()), clock.instant());
        publications.save(publication);
        activities.note(
                ActivityKind.PUBLISHED,
                site.id(),
                Publishing.starter(publication, site),
                "version " + version.number() + ", " + publication.changes
                        + (publication.changes == 1 ? " change" : " changes"));
    }

    /** Done is said only now, when this node's visitors have been led to the new version. */
    private void finish(String id, Site site) {
        transactions.executeWithoutResult(status -> publications.lock(id).ifPresent(publication -> {
            if (publication.become(publication.life().finished(), clock.instant())) {
                publications.save(publication);
            }
        }));
        movedOn(site);
    }

    private void movedOn(Site site) {
        events.publishEvent(new MovedOn(site.accountId(), site.id()));
    }

    /** A publish that has switched has succeeded, whatever went wrong after. */
    private void fail(String id, Site site, String sentence) {
        transactions.executeWithoutResult(status -> {
            states.apply(site.id(), new SiteEvent.PublishEnded(id));
            Publication publication = publications.lock(id).orElseThrow();
            if (publication.become(publication.life().failed(sentence), clock.instant())) {
                publications.save(publication);
                if (publication.state == PublicationLife.State.FAILED) {
                    activities.note(
                            ActivityKind.PUBLISH_FAILED, site.id(), Publishing.starter(publication, site), sentence);
                }
            }
        });
        movedOn(site);
    }
}
