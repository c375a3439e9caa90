package evenharbor.app.when.plan;

import evenharbor.app.what.content.ContentUser;
import evenharbor.app.what.live.LiveContents;
import evenharbor.app.what.version.VersionUser;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What is planned needs its versions; what stands for a while goes back to what was before. */
@Component
class PlanContents implements ContentUser, VersionUser {

    private final PlanRepository plans;
    private final WhileRepository whiles;

    PlanContents(PlanRepository plans, WhileRepository whiles) {
        this.plans = plans;
        this.whiles = whiles;
    }

    @Override
    public void name(Marks marks) {
        whiles.findAll().stream().flatMap(row -> lives(row.one())).forEach(life -> LiveContents.name(life, marks));
    }

    private static Stream<SiteLife> lives(Course.While one) {
        return Stream.of(one.before().life(), one.after().life());
    }

    @Override
    public Set<Integer> needed(String siteId) {
        Set<Integer> needed = new HashSet<>();
        plans.findBySiteIdInOrderByNextAtAscIdAsc(List.of(siteId)).stream()
                .filter(row -> row.number != null && (row.nextAt != null || row.calledOff))
                .forEach(row -> needed.add(row.number));
        whiles.findBySiteIdOrderById(siteId).stream()
                .flatMap(row -> lives(row.one()))
                .flatMap(life -> life.shown().stream())
                .forEach(shown -> needed.add(shown.version()));
        return needed;
    }
}
