package evenharbor.app.harbor.publish;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Closing a site for now, and opening it again. */
@Service
@Transactional
public class SiteClosures {

    private final LiveStates states;
    private final Sites sites;
    private final Drafts drafts;
    private final Builds builds;
    private final Manifests manifests;
    private final Activities activities;
    private final Clock clock;

    SiteClosures(
            LiveStates states,
            Sites sites,
            Drafts drafts,
            Builds builds,
            Manifests manifests,
            Activities activities,
            Clock clock) {
        this.states = states;
        this.sites = sites;
        this.drafts = drafts;
        this.builds = builds;
        this.manifests = manifests;
        this.activities = activities;
        this.clock = clock;
    }

    /** A closure with its notice; empty when the notice is a page that the draft does not have. */
    @Transactional(readOnly = true)
    public Optional<Closure> of(String siteId, Closing closing, Optional<Instant> reopens) {
        Optional<Closure.Notice> notice = switch (closing.kind()) {
            case WORDS -> Optional.of(new Closure.Words(closing.title(), closing.text()));
            case ELSEWHERE -> Optional.of(new Closure.Elsewhere(closing.target()));
            case PAGE -> page(siteId, closing.target());
        };
        return notice.map(what -> new Closure(closing.paths(), what, reopens));
    }

    private Optional<Closure.Notice> page(String siteId, String path) {
        Site site = sites.find(siteId).orElseThrow();
        String build = builds.of(drafts.find(siteId).manifest(), site.settings());
        return manifests.get(build).at(path).map(file -> new Closure.Page(path, file));
    }

    /** Closes a site that is live, or paths of it, at once. */
    public Live close(String siteId, Closing closing, Optional<Instant> reopens) {
        sites.mine(siteId);
        closing.fault().ifPresent(fault -> {
            throw new Problem(ProblemType.INVALID, fault);
        });
        if (reopens.filter(at -> !at.isAfter(clock.instant())).isPresent()) {
            throw new Problem(ProblemType.INVALID, "The time to open again is over. Choose a later one, or none.");
        }
        if (!states.lock(siteId).live()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site is not live, so there is nothing to close. Nothing was changed. Publish it first.");
        }
        Closure closure = of(siteId, closing, reopens)
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_READY,
                        "The draft has no page " + closing.target() + ". Nothing was changed. Choose another."));
        Live after = states.apply(siteId, new SiteEvent.Closed(closure));
        activities.note(ActivityKind.CLOSED, siteId, Current.person(), words(closing));
        return after;
    }

    /** Opens a site again. */
    public Live reopen(String siteId) {
        sites.mine(siteId);
        Live after = states.apply(siteId, new SiteEvent.Reopened());
        activities.note(ActivityKind.REOPENED, siteId, Current.person(), "");
        return after;
    }

    /** What is closed, and what visitors get, in a few words. */
    public static String words(Closing closing) {
        String what = closing.whole() ? "the whole site" : String.join(", ", closing.paths());
        return switch (closing.kind()) {
            case WORDS -> what + ", with the notice “" + closing.title() + "”";
            case PAGE -> what + ", with the page " + closing.target();
            case ELSEWHERE -> what + ", visitors are sent to " + closing.target();
        };
    }
}
