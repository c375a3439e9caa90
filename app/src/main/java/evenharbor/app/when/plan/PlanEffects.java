package evenharbor.app.when.plan;

import evenharbor.app.harbor.publish.Publishing;
import evenharbor.app.harbor.review.Agreements;
import evenharbor.app.hosting.destination.PlannedSendings;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.MainAddress;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.live.LifeChange;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Standing;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;

/** Makes the changes that a step of a plan comes to, in the name of the harbor. */
@Component
class PlanEffects {

    private final LiveStates states;
    private final Versions versions;
    private final Publishing publishing;
    private final Agreements agreements;
    private final MainAddress mains;
    private final PlannedSendings sendings;

    PlanEffects(
            LiveStates states,
            Versions versions,
            Publishing publishing,
            Agreements agreements,
            MainAddress mains,
            PlannedSendings sendings) {
        this.states = states;
        this.versions = versions;
        this.publishing = publishing;
        this.agreements = agreements;
        this.mains = mains;
        this.sendings = sendings;
    }

    /** Makes the change of a step. @return id of the publish that was asked for; empty for none */
    Optional<String> apply(Site site, Course.Due due, Standing before, Course.Taken taken) {
        AtomicReference<Optional<String>> publication = new AtomicReference<>(Optional.empty());
        Current.as(Activities.harbor(site.accountId()), () -> publication.set(changed(site.id(), due, before, taken)));
        return publication.get();
    }

    private Optional<String> changed(String siteId, Course.Due due, Standing before, Course.Taken taken) {
        PlannedAction action = due.plan().action();
        Standing after = taken.course().standing();
        boolean start = due.step().phase() == Plan.Phase.START;
        if (start && action instanceof PlannedAction.PublishDraft) {
            return Optional.of(publishing.ask(siteId, Selection.ALL, Set.of(), OptionalLong.empty(), false));
        }
        if (start && action instanceof PlannedAction.SendTo send) {
            sendings.begin(send.destinationId());
        }
        if (!after.main().equals(before.main()) && !after.main().isEmpty()) {
            mains.become(siteId, after.main());
        }
        if (!after.life().equals(before.life())) {
            SiteLife life = after.life();
            boolean anew = life.live()
                    && (!before.life().live()
                            || !life.shown().equals(before.life().shown()));
            boolean redirected = !life.redirects().equals(before.life().redirects());
            if (anew) {
                SiteLife.Shown shown = life.shown().orElseThrow();
                versions.find(siteId, shown.version())
                        .ifPresent(version -> agreements.require(siteId, version.manifest()));
                versions.wentLive(siteId, shown.version(), shown.build(), life.redirects());
            } else if (life.live() && redirected) {
                versions.livesWith(siteId, life.shown().orElseThrow().version(), life.redirects());
            }
            states.apply(siteId, new SiteEvent.Returned(life));
        }
        return Optional.empty();
    }

    /** What a change that visitors notice is told as. */
    static ActivityKind told(LifeChange noticed) {
        return switch (noticed) {
            case WENT_LIVE -> ActivityKind.PUT_LIVE;
            case TAKEN_DOWN -> ActivityKind.UNPUBLISHED;
            case CLOSED -> ActivityKind.CLOSED;
            case REOPENED -> ActivityKind.REOPENED;
        };
    }
}
