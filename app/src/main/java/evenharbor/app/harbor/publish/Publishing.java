package evenharbor.app.harbor.publish;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.review.Agreements;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.SettingsChanged;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.SiteBroughtBack;
import evenharbor.app.what.site.SiteDeleted;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectProposals;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.harbor.publish.PublicationLife;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Asking for a publish, taking a site down, putting it live, bringing an earlier version back. */
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
    private final Versions versions;
    private final Addresses addresses;
    private final RedirectProposals proposals;
    private final RedirectSets sets;
    private final Activities activities;
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
            Versions versions,
            Addresses addresses,
            RedirectProposals proposals,
            RedirectSets sets,
            Activities activities,
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
        this.versions = versions;
        this.addresses = addresses;
        this.proposals = proposals;
        this.sets = sets;
        this.activities = activities;
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
    private void end(Optional<String> id, String sentence) {
        id.flatMap(publications::lock)
                .ifPresent(publication -> publication.become(publication.life().stopped(sentence), clock.instant()));
    }

    /** A deleted site's publish is ended with it. */
    @EventListener
    void ended(SiteDeleted deleted) {
        Optional<String> publishing = states.lock(deleted.siteId()).life().publishing();
        states.apply(deleted.siteId(), new SiteEvent.Deleted());
        end(publishing, "The site was deleted, and this publish ended with it.");
    }

    @EventListener
    void broughtBack(SiteBroughtBack back) {
        states.apply(back.siteId(), new SiteEvent.BroughtBack());
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

    /**
     * Takes a site down: its visitors get nothing here. Nothing is deleted, and a publish under way ends.
     *
     * @param everywhere whether its other addresses stop, too: trials, forwarding ones and pointers
     */
    public Live takeDown(String siteId, boolean everywhere) {
        sites.mine(siteId);
        SiteLife before = states.lock(siteId).life();
        Live after = states.apply(siteId, new SiteEvent.TakenDown(everywhere));
        end(before.publishing(), "The site was taken down, and this publish ended with it.");
        if (before.live() || before.otherAddressesAnswer() != after.life().otherAddressesAnswer()) {
            activities.note(
                    ActivityKind.UNPUBLISHED,
                    siteId,
                    Current.person(),
                    before.shown().map(shown -> "version " + shown.version()).orElse("its other addresses")
                            + (everywhere ? ", at all its addresses" : ""));
        }
        return after;
    }

    /** Puts a site live again, exactly as it was when it was taken down. */
    public Live putLive(String siteId) {
        sites.mine(siteId);
        boolean before = states.lock(siteId).live();
        Live after = states.apply(siteId, new SiteEvent.PutLive());
        if (!before) {
            activities.note(
                    ActivityKind.PUT_LIVE,
                    siteId,
                    Current.person(),
                    "version " + after.version().orElseThrow());
        }
        return after;
    }

    /**
     * Puts a version live at once. The draft stays as it is.
     *
     * @param redirects whether the redirects that the version was live with come back too; else those of now stay
     * @param rightsConfirmed whether the person says that the content is theirs to publish
     */
    public Live putLive(String siteId, int number, boolean redirects, boolean rightsConfirmed) {
        SavedVersion version = versions.of(siteId, number);
        Live now = states.lock(siteId);
        sites.confirmRights(siteId, rightsConfirmed);
        agreements.require(siteId, version.manifest());
        String build = versions.buildOf(version);
        String rules = redirects ? version.redirects() : now.redirects();
        versions.wentLive(siteId, number, build, rules);
        Live after = states.apply(siteId, new SiteEvent.Restored(new SiteLife.Shown(number, build), rules));
        activities.note(ActivityKind.PUT_LIVE, siteId, Current.person(), version.title());
        return after;
    }

    /** What came of a restore: the version that the draft was saved as, if it had to be. */
    public record Restored(Optional<Integer> saved, long draftRevision) {}

    /**
     * Brings a version's files back into the draft. The draft is saved as a version first.
     *
     * @param redirects whether its redirects come back too
     */
    public Restored restore(String siteId, int number, OptionalLong draftRevision, boolean redirects) {
        SavedVersion version = versions.of(siteId, number);
        drafts.check(siteId, draftRevision);
        Optional<SavedVersion> saved = versions.saveBeforeRestore(siteId, "restoring " + version.title());
        Draft draft = drafts.replace(siteId, OptionalLong.empty(), "restored " + version.title(), version.manifest());
        if (redirects) {
            sets.replace(siteId, version.redirects(), "restored those of " + version.title());
        }
        activities.note(ActivityKind.RESTORED, siteId, Current.person(), version.title());
        return new Restored(saved.map(SavedVersion::number), draft.revision());
    }

    @EventListener
    void settingsChanged(SettingsChanged changed) {
        states.touch(changed.siteId());
    }

    /** Whose publish it is, for the record of what happened. */
    static Person starter(Publication publication, Site site) {
        return new Person(publication.startedBy, site.accountId(), "", "");
    }
}
