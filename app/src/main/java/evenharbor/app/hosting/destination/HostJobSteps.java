package evenharbor.app.hosting.destination;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.hosting.transfer.Contents;
import evenharbor.app.hosting.transfer.Delivery;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.what.content.Manifests;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** What each kind of work does at a destination. Any of it may be done again from its beginning, after a cut anywhere. */
@Component
class HostJobSteps {

    /** What was seen at a destination is good for so long, but for the paths that are to be touched. */
    private static final Duration SEEN_FOR = Duration.ofMinutes(15);

    private final HostJobRepository jobs;
    private final DestinationRepository repository;
    private final Destinations destinations;
    private final LedgerRows ledgers;
    private final Listings listings;
    private final HostBuilds builds;
    private final Plans plans;
    private final Manifests manifests;
    private final Blobs blobs;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;

    HostJobSteps(
            HostJobRepository jobs,
            DestinationRepository repository,
            Destinations destinations,
            LedgerRows ledgers,
            Listings listings,
            HostBuilds builds,
            Plans plans,
            Manifests manifests,
            Blobs blobs,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.jobs = jobs;
        this.repository = repository;
        this.destinations = destinations;
        this.ledgers = ledgers;
        this.listings = listings;
        this.builds = builds;
        this.plans = plans;
        this.manifests = manifests;
        this.blobs = blobs;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /** Opens the destination's folder. */
    interface FolderOpener {
        RemoteFolder open() throws IOException;
    }

    /**
     * How work ended.
     *
     * @param sentence for its owner
     * @param apply notes it in the destination's row
     */
    record Outcome(String sentence, Consumer<DestinationEntity> apply) {}

    Outcome carryOut(HostJob job, DestinationEntity destination, JobMeter meter, FolderOpener opener)
            throws IOException {
        Wishes wishes = json.readValue(job.wishes, Wishes.class);
        Manifest toBe = Manifest.EMPTY;
        if (job.kind == HostJob.Kind.PUBLISH) {
            meter.step(HostJob.Step.BUILDING);
            toBe = build(job, destination);
        } else if (job.kind == HostJob.Kind.TAKE_DOWN && wishes.notice()) {
            toBe = builds.notice();
        }
        meter.step(HostJob.Step.CONNECTING);
        try (RemoteFolder folder = opener.open()) {
            return switch (job.kind) {
                case LOOK -> look(job, destination, folder, meter);
                case CHECK -> check(job, destination, folder, meter);
                case PUBLISH, TAKE_DOWN -> send(job, destination, folder, meter, toBe, wishes);
            };
        }
    }

    private Manifest build(HostJob job, DestinationEntity destination) {
        Manifest build = plans.toBe(destination, Optional.of(job.version));
        for (String within : destinations.within(destination)) {
            if (!build.under(within).isEmpty()) {
                throw new Problem(
                        ProblemType.NOT_READY,
                        "This site has files under " + within
                                + ", and another destination is in that folder. Nothing was sent. Move one of the two.");
            }
        }
        return build;
    }

    private Delivery delivery(DestinationEntity destination, RemoteFolder folder, JobMeter meter) {
        Contents contents = hash -> blobs.open(hash, Coding.IDENTITY);
        return new Delivery(folder, contents, ledgers.keeper(destination.id), meter);
    }

    /** After a cut, what was about to be put is found out about first. */
    private void settle(DestinationEntity destination, Delivery delivery) throws IOException {
        Map<String, FileEntry> begun = ledgers.begun(destination.id);
        if (!begun.isEmpty()) {
            delivery.settle(begun, ledgers.of(destination.id));
        }
    }

    /** A folder that is not there yet holds nothing: a publish makes it. */
    private Outcome look(HostJob job, DestinationEntity destination, RemoteFolder folder, JobMeter meter)
            throws IOException {
        meter.step(HostJob.Step.LOOKING);
        Listing there;
        try {
            Delivery delivery = delivery(destination, folder, meter);
            settle(destination, delivery);
            there = folder.list(destinations.within(destination)).remembering(listings.get(destination.listing));
            Map<String, Long> doubtful =
                    there.doubtful(plans.toBe(destination, Optional.empty()), ledgers.of(destination.id));
            if (!doubtful.isEmpty()) {
                reading(job, doubtful, meter);
                there = delivery.sure(there, doubtful);
            }
        } catch (HostTrouble e) {
            if (e.fault() != HostFault.FOLDER_MISSING) {
                throw e;
            }
            there = Listing.EMPTY;
        }
        return new Outcome(JobReport.seen(there.files().size()), seen(destination, there));
    }

    /** Notes what is at a destination, and how far it is what shall be there. */
    private Consumer<DestinationEntity> seen(DestinationEntity destination, Listing there) {
        String listing = listings.put(there);
        Instant now = clock.instant();
        int differingPaths = destination.state == DestinationEntity.State.HOLDS
                ? HostPlan.of(manifests.get(destination.build), ledgers.of(destination.id), there, HostPlan.Wishes.NONE)
                        .differingPaths()
                : 0;
        return row -> {
            row.listing = listing;
            row.lookedAt = now;
            row.differingPaths = differingPaths;
        };
    }

    private void reading(HostJob job, Map<String, Long> sizes, JobMeter meter) {
        long bytes = sizes.values().stream().mapToLong(Long::longValue).sum();
        transactions.executeWithoutResult(status -> jobs.planned(job.id, job.manifest, sizes.size(), bytes));
        meter.begin(sizes, 0, 0);
        meter.step(HostJob.Step.READING);
    }

    private Outcome check(HostJob job, DestinationEntity destination, RemoteFolder folder, JobMeter meter)
            throws IOException {
        meter.step(HostJob.Step.LOOKING);
        Delivery delivery = delivery(destination, folder, meter);
        settle(destination, delivery);
        Ledger ledger = ledgers.of(destination.id);
        Listing listed = folder.list(destinations.within(destination));
        Map<String, Long> readable = ledger.readable(listed);
        reading(job, readable, meter);
        Listing there = delivery.sure(listed, readable);
        return new Outcome(JobReport.readBack(ledger.compare(there)), seen(destination, there));
    }

    private Outcome send(
            HostJob job,
            DestinationEntity destination,
            RemoteFolder folder,
            JobMeter meter,
            Manifest toBe,
            Wishes wishes)
            throws IOException {
        meter.step(HostJob.Step.LOOKING);
        folder.make();
        Delivery delivery = delivery(destination, folder, meter);
        settle(destination, delivery);
        Ledger ledger = ledgers.of(destination.id);
        HostPlan.Wishes forPlan = wishes.forPlan(toBe.files().keySet());
        Listing seen = there(destination, folder, toBe, ledger, forPlan);
        Listing there = delivery.sure(seen, seen.doubtful(toBe, ledger));
        HostPlan plan = HostPlan.of(toBe, ledger, there, forPlan);
        Set<String> arrived = destination.state == DestinationEntity.State.PARTLY ? delivery.arrived(plan) : Set.of();
        begin(job, meter, plan, arrived, toBe);
        partly(destination, plan);
        meter.step(HostJob.Step.SENDING);
        long began = System.nanoTime();
        delivery.carryOut(plan, new HashSet<>(Delivery.foldersOf(there.files().keySet())), arrived);
        double seconds = Math.max(0.001, (System.nanoTime() - began) / 1e9);
        Ledger put = ledgers.of(destination.id);
        Listing after = there.after(plan, put);
        int differingPaths = HostPlan.of(toBe, put, after, HostPlan.Wishes.NONE).differingPaths();
        return sent(job, plan, after, differingPaths, seconds, folder.shortcomings());
    }

    private Listing there(
            DestinationEntity destination, RemoteFolder folder, Manifest toBe, Ledger ledger, HostPlan.Wishes wishes)
            throws IOException {
        Listing seen = listings.get(destination.listing);
        boolean fresh = destination.lookedAt != null
                && destination.lookedAt.plus(SEEN_FOR).isAfter(clock.instant())
                && destination.state != DestinationEntity.State.PARTLY;
        if (!fresh) {
            return folder.list(destinations.within(destination)).remembering(seen);
        }
        HostPlan plan = HostPlan.of(toBe, ledger, seen, wishes);
        Set<String> touched = new HashSet<>();
        plan.steps().forEach(step -> touched.add(step.path()));
        plan.disputed().forEach(disputed -> touched.add(disputed.path()));
        Map<String, Listing.Found> now = folder.look(touched);
        return seen.with(touched, now).remembering(seen);
    }

    private void begin(HostJob job, JobMeter meter, HostPlan plan, Set<String> arrived, Manifest toBe) {
        Map<String, Long> sizes = new HashMap<>();
        plan.steps().forEach(step -> step.file().ifPresent(file -> sizes.put(step.path(), file.size())));
        // A job that goes on counts on from where it was.
        int files = Math.max(sizes.size(), job.filesTotal);
        long bytes = Math.max(plan.bytes(), job.bytesTotal);
        sizes.keySet().removeAll(arrived);
        long left = sizes.values().stream().mapToLong(Long::longValue).sum();
        job.filesTotal = files;
        job.bytesTotal = bytes;
        job.manifest = toBe.count() == 0 ? "" : manifests.put(toBe);
        transactions.executeWithoutResult(status -> jobs.planned(job.id, job.manifest, files, bytes));
        meter.begin(sizes, files - sizes.size(), bytes - left);
    }

    private void partly(DestinationEntity destination, HostPlan plan) {
        if (!plan.none()) {
            transactions.executeWithoutResult(status -> {
                DestinationEntity row = repository.lock(destination.id).orElseThrow();
                if (row.state != DestinationEntity.State.PARTLY) {
                    row.previousVersion = row.currentVersion == null ? row.previousVersion : row.currentVersion;
                }
                row.state = DestinationEntity.State.PARTLY;
            });
        }
    }

    private Outcome sent(
            HostJob job, HostPlan plan, Listing after, int differingPaths, double seconds, List<String> lacks) {
        String listing = listings.put(after);
        Instant now = clock.instant();
        boolean down = job.kind == HostJob.Kind.TAKE_DOWN;
        return new Outcome(JobReport.sent(job, plan, differingPaths, lacks), row -> {
            row.listing = listing;
            row.lookedAt = now;
            row.differingPaths = down ? 0 : differingPaths;
            if (down) {
                row.previousVersion = row.currentVersion == null ? row.previousVersion : row.currentVersion;
                row.currentVersion = null;
                row.state = DestinationEntity.State.TAKEN_DOWN;
            } else {
                row.currentVersion = job.version;
                row.build = job.manifest;
                row.state = DestinationEntity.State.HOLDS;
            }
            if (plan.sent() > 0) {
                row.filesPerSecond = plan.sent() / seconds;
                row.bytesPerSecond = plan.bytes() / seconds;
            }
        });
    }

    /** What is at a destination after work broke off, in sentences. */
    String nowThere(HostJob job, DestinationEntity destination) {
        boolean touched = !job.manifest.isEmpty() && destination.state == DestinationEntity.State.PARTLY;
        if (!touched) {
            return JobReport.unchanged(destination);
        }
        Manifest toBe = manifests.get(job.manifest);
        long pages = toBe.files().keySet().stream().filter(SitePath::isPage).count();
        return JobReport.between(job, destination, ledgers.of(destination.id).pagesOf(toBe), pages);
    }
}
