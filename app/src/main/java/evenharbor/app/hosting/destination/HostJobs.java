package evenharbor.app.hosting.destination;

import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.review.Agreements;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Quotas;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Asking for work at destinations; pausing it, stopping it, going on with it. */
@Service
@Transactional
class HostJobs {

    private final HostJobRepository jobs;
    private final DestinationRepository repository;
    private final Destinations destinations;
    private final Sites sites;
    private final Quotas quotas;
    private final Drafts drafts;
    private final Versions versions;
    private final Agreements agreements;
    private final NodeName node;
    private final ApplicationEventPublisher events;
    private final JsonMapper json;
    private final Clock clock;

    HostJobs(
            HostJobRepository jobs,
            DestinationRepository repository,
            Destinations destinations,
            Sites sites,
            Quotas quotas,
            Drafts drafts,
            Versions versions,
            Agreements agreements,
            NodeName node,
            ApplicationEventPublisher events,
            JsonMapper json,
            Clock clock) {
        this.jobs = jobs;
        this.repository = repository;
        this.destinations = destinations;
        this.sites = sites;
        this.quotas = quotas;
        this.drafts = drafts;
        this.versions = versions;
        this.agreements = agreements;
        this.node = node;
        this.events = events;
        this.json = json;
        this.clock = clock;
    }

    /** Work has been asked for, or shall go on; told within the transaction. */
    record Asked(String jobId) {}

    /**
     * Asks for work at one of the person's destinations.
     *
     * @param version number of the version to publish; empty for the draft, which is saved as one
     * @return the job's id
     */
    public String ask(
            String destinationId,
            HostJob.Kind kind,
            Optional<Integer> version,
            Wishes wishes,
            boolean rightsConfirmed) {
        DestinationEntity destination = destinations.mine(destinationId);
        Optional<Integer> number = Optional.empty();
        if (kind == HostJob.Kind.PUBLISH) {
            quotas.oneSendMore(sites.mine(destination.siteId).accountId());
            sites.confirmRights(destination.siteId, rightsConfirmed);
            number = Optional.of(
                    version.map(n -> versions.of(destination.siteId, n).number())
                            .orElseGet(() -> ofDraft(destination.siteId)));
            agreements.require(
                    destination.siteId,
                    versions.of(destination.siteId, number.orElseThrow()).manifest());
        }
        return begin(destination, kind, number, wishes, Current.person().id());
    }

    /** The latest version that holds what the draft holds; one is saved when there is none. */
    private int ofDraft(String siteId) {
        Draft draft = drafts.of(siteId);
        if (drafts.files(draft).count() == 0) {
            throw new Problem(ProblemType.NOT_READY, "The draft holds no files. Nothing was changed. Add files first.");
        }
        return versions.of(siteId).stream()
                .filter(v -> v.manifest().equals(draft.manifest())
                        && v.settings().equals(sites.mine(siteId).settings())
                        && v.redirects().equals(versions.redirectsNow(siteId)))
                .map(SavedVersion::number)
                .findFirst()
                .orElseGet(() -> versions.saveDraft(siteId, "").number());
    }

    /** Records work on anyone's behalf, and begins it. */
    String begin(
            DestinationEntity destination,
            HostJob.Kind kind,
            Optional<Integer> version,
            Wishes wishes,
            String startedBy) {
        HostJob job = record(destination, kind, version, wishes, startedBy);
        start(job);
        return job.id;
    }

    /** Records work and leaves it to the caller to have it carried out. */
    HostJob record(
            DestinationEntity destination,
            HostJob.Kind kind,
            Optional<Integer> version,
            Wishes wishes,
            String startedBy) {
        repository.lock(destination.id).orElseThrow(() -> Problem.notFound("This destination"));
        if (!jobs.findByDestinationIdAndStateIn(destination.id, HostJob.State.OPEN)
                .isEmpty()) {
            throw new Problem(
                    ProblemType.PUBLISH_RUNNING,
                    "Work is under way at " + destination.place()
                            + ". Nothing was changed. Wait for its end, or stop it.");
        }
        HostJob job = new HostJob();
        job.id = Ids.id();
        job.destinationId = destination.id;
        job.siteId = destination.siteId;
        job.kind = kind;
        job.state = HostJob.State.RUNNING;
        job.step = HostJob.Step.CONNECTING;
        job.version = version.orElse(null);
        job.manifest = "";
        job.wishes = json.writeValueAsString(wishes);
        job.path = "";
        job.result = "";
        job.problem = "";
        job.node = node.value();
        job.startedBy = startedBy;
        // By the real clock: one that can be moved would put later work before earlier.
        job.startedAt = Instant.now();
        job.beatAt = job.startedAt;
        return jobs.save(job);
    }

    private void start(HostJob job) {
        events.publishEvent(new Asked(job.id));
    }

    /** One of the person's jobs. */
    @Transactional(readOnly = true)
    public HostJob mine(String id) {
        HostJob job = jobs.findById(id).orElseThrow(() -> Problem.notFound("This work"));
        sites.mine(job.siteId);
        return job;
    }

    private HostJob locked(String id) {
        mine(id);
        return jobs.lock(id).orElseThrow();
    }

    /** Pauses a job. What has arrived stays; visitors keep what they have. */
    public HostJob pause(String id) {
        HostJob job = locked(id);
        if (job.state == HostJob.State.RUNNING) {
            job.state = HostJob.State.PAUSED;
        }
        return job;
    }

    /** Goes on with a job that was paused, was stopped or failed. */
    public HostJob resume(String id) {
        HostJob job = locked(id);
        if (job.state == HostJob.State.RUNNING || job.state == HostJob.State.DONE) {
            return job;
        }
        repository.lock(job.destinationId);
        boolean other = jobs.findByDestinationIdAndStateIn(job.destinationId, HostJob.State.OPEN).stream()
                .anyMatch(j -> !j.id.equals(id));
        if (other) {
            throw new Problem(
                    ProblemType.PUBLISH_RUNNING,
                    "Other work is under way at this destination. Nothing was changed. Wait for its end.");
        }
        job.state = HostJob.State.RUNNING;
        job.fault = null;
        job.problem = "";
        job.tries = 0;
        job.againAt = null;
        job.finishedAt = null;
        job.node = node.value();
        job.beatAt = Instant.now();
        jobs.save(job);
        start(job);
        return job;
    }

    /** Stops a job for good. What has arrived stays, and is known. */
    public HostJob stop(String id) {
        HostJob job = locked(id);
        if (HostJob.State.OPEN.contains(job.state)) {
            job.state = HostJob.State.STOPPED;
            job.finishedAt = clock.instant();
        }
        return job;
    }
}
