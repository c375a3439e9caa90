package evenharbor.app.harbor.publish;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.review.Agreements;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectProposals;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.core.harbor.publish.PublicationLife;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.live.SiteEvent;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Publishes that are asked for: recorded, stopped, told how far they are. */
@Service
@Transactional
public class Publishing {

    /** When this node has not finished a publish by then, any node may take it up. */
    private static final Duration TAKEN_UP_AFTER = Duration.ofSeconds(20);

    private final PublicationRepository publications;
    private final LiveStates states;
    private final Review review;
    private final Agreements agreements;
    private final Sites sites;
    private final Drafts drafts;
    private final Addresses addresses;
    private final RedirectProposals proposals;
    private final SchedulerClient jobs;
    private final NodeName node;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Publishing(
            PublicationRepository publications,
            LiveStates states,
            Review review,
            Agreements agreements,
            Sites sites,
            Drafts drafts,
            Addresses addresses,
            RedirectProposals proposals,
            SchedulerClient jobs,
            NodeName node,
            ApplicationEventPublisher events,
            Clock clock) {
        this.publications = publications;
        this.states = states;
        this.review = review;
        this.agreements = agreements;
        this.sites = sites;
        this.drafts = drafts;
        this.addresses = addresses;
        this.proposals = proposals;
        this.jobs = jobs;
        this.node = node;
        this.events = events;
        this.clock = clock;
    }

    /** A publish has been asked for and recorded; told within the transaction. */
    record Asked(String publicationId) {}

    /**
     * Asks for a publish of the draft. It is carried out by whichever node is first to take it up.
     *
     * @param declinedRedirects keys of proposed redirects that are not wanted
     * @param draftRevision the draft that was looked at; stale when it is another by now
     * @param rightsConfirmed whether the person says that the content is theirs to publish
     * @return the publication's id
     */
    public String ask(
            String siteId,
            Selection selection,
            Set<String> declinedRedirects,
            OptionalLong draftRevision,
            boolean rightsConfirmed) {
        String id = record(siteId, selection, declinedRedirects, draftRevision, rightsConfirmed);
        jobs.scheduleIfNotExists(
                new TaskInstance<>(PublishJob.TASK, id), Instant.now().plus(TAKEN_UP_AFTER));
        events.publishEvent(new Asked(id));
        return id;
    }

    /** Records a publish without having it carried out. */
    public String record(
            String siteId,
            Selection selection,
            Set<String> declinedRedirects,
            OptionalLong draftRevision,
            boolean rightsConfirmed) {
        sites.mine(siteId);
        Draft draft = drafts.check(siteId, draftRevision);
        String id = Ids.id();
        states.apply(siteId, new SiteEvent.PublishAsked(id));
        sites.confirmRights(siteId, rightsConfirmed);
        if (!addresses.any(siteId)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site has no address yet, so nobody could visit it. Nothing was changed. Choose an address first.");
        }
        Review.Going going = review.going(siteId, draft, selection);
        if (going.files().count() == 0) {
            throw new Problem(ProblemType.NOT_READY, "There are no files to publish. Add a folder or ZIP first.");
        }
        agreements.require(siteId, going.manifest());
        Publication publication = new Publication();
        publication.id = id;
        publication.siteId = siteId;
        publication.manifest = going.manifest();
        publication.redirects = proposals.take(siteId, going.changes(), going.files(), declinedRedirects);
        publication.sentAnyway = String.join("\n", selection.sentAnyway());
        publication.heldBack = selection.heldBack().size();
        publication.changes = going.changes().count();
        publication.become(PublicationLife.asked(going.files().count()), clock.instant());
        publication.node = node.value();
        publication.startedBy = Current.person().id();
        publication.startedAt = clock.instant();
        publications.save(publication);
        return publication.id;
    }

    /** Stops a publish that has not switched yet. What is live stays as it is. */
    public void stop(String id) {
        String siteId = publications.findById(id).orElseThrow(() -> Problem.notFound("This publish")).siteId;
        sites.mine(siteId);
        states.apply(siteId, new SiteEvent.PublishEnded(id));
        end(Optional.of(id), "Stopped. What is live stays as it was.");
    }

    /** Ends a publish that has not switched. The site is locked already: it comes first, always. */
    void end(Optional<String> id, String sentence) {
        id.flatMap(publications::lock)
                .ifPresent(publication -> publication.become(publication.life().stopped(sentence), clock.instant()));
    }

    /** What a publish put live. @param version number of the version it made @param redirects hash of those it brought */
    public record Made(int version, String redirects) {}

    /** What a publish put live; empty while it has not, or when it never did. */
    @Transactional(readOnly = true)
    public Optional<Made> madeBy(String publicationId) {
        return publications
                .findById(publicationId)
                .filter(publication -> publication.version != null)
                .map(publication -> new Made(publication.version, publication.redirects));
    }

    /** How far one of the person's publishes is. */
    @Transactional(readOnly = true)
    public Progress progress(String id) {
        Publication p = publications.findById(id).orElseThrow(() -> Problem.notFound("This publish"));
        sites.mine(p.siteId);
        return new Progress(
                p.id,
                p.siteId,
                p.state.name(),
                p.step.name(),
                p.done,
                p.total,
                p.changes,
                p.heldBack,
                p.version,
                p.problem);
    }

    /**
     * How far a publish is.
     *
     * @param id the publication
     * @param siteId the site
     * @param state RUNNING, DONE, FAILED or STOPPED
     * @param step CHECKING, BUILDING, SWITCHING or LIVE
     * @param done files done in this step
     * @param total files in all
     * @param changes how many files change for visitors
     * @param heldBack how many changes were held back
     * @param version number of the version made; null until it is live
     * @param problem why it failed; empty when it did not
     */
    public record Progress(
            String id,
            String siteId,
            String state,
            String step,
            int done,
            int total,
            int changes,
            int heldBack,
            @Schema(nullable = true) Integer version,
            String problem) {}

    /** Whose publish it is, for the record of what happened. */
    static Person starter(Publication publication, Site site) {
        return new Person(publication.startedBy, site.accountId(), "", "");
    }
}
