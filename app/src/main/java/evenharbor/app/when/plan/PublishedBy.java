package evenharbor.app.when.plan;

import evenharbor.app.harbor.publish.Publishing;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Standing;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a publish that a plan asked for has come to: which version it made is known only once it is done. */
@Component
class PublishedBy {

    private final Publishing publishing;

    PublishedBy(Publishing publishing) {
        this.publishing = publishing;
    }

    /** What stands for a while, with the version that its publish made. */
    Course.While settled(WhileRow row) {
        Course.While one = row.one();
        if (row.publicationId == null) {
            return one;
        }
        Optional<Publishing.Made> made = publishing.madeBy(row.publicationId);
        SiteLife after = one.after().life();
        SiteLife.Shown shown = new SiteLife.Shown(
                made.map(Publishing.Made::version).orElse(PlanFacts.DRAFT),
                after.shown().map(SiteLife.Shown::build).orElse(""));
        SiteLife settled = new SiteLife(
                Optional.of(shown),
                after.live(),
                after.everywhereDown(),
                after.publishing(),
                made.map(Publishing.Made::redirects).orElse(after.redirects()),
                after.closure(),
                after.deleted());
        return new Course.While(
                one.planId(),
                one.local(),
                one.facet(),
                one.before(),
                new Standing(settled, one.after().main()));
    }
}
