package evenharbor.app.when.plan;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.outcome.OutcomeView;
import evenharbor.app.harbor.outcome.Outcomes;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.AddressForecasts;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.when.plan.Forecast;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.Standing;
import evenharbor.core.where.address.Role;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;

/** What visitors will notice of a plan when its time comes, with all that is planned before it. */
@Component
class PlanOutcomes {

    private final PlannedChanges plans;
    private final PlansAhead ahead;
    private final Outcomes outcomes;
    private final Addresses addresses;
    private final AddressForecasts forecasts;

    PlanOutcomes(
            PlannedChanges plans,
            PlansAhead ahead,
            Outcomes outcomes,
            Addresses addresses,
            AddressForecasts forecasts) {
        this.plans = plans;
        this.ahead = ahead;
        this.outcomes = outcomes;
        this.addresses = addresses;
        this.forecasts = forecasts;
    }

    /**
     * What comes next of a plan.
     *
     * @param at when
     * @param end whether it is the plan's end
     * @param standing how the site stands from then on
     * @param noticed what visitors will notice
     */
    record PlanOutcome(Instant at, boolean end, PlanViews.SiteStanding standing, OutcomeView noticed) {}

    PlanOutcome of(String planId) {
        PlanEntity plan = plans.mine(planId);
        if (plan.nextAt == null) {
            throw new Problem(ProblemType.NOT_READY, "Nothing is to come of this plan.");
        }
        Forecast.Foreseen step = ahead.forecast(plan.siteId, plan.nextAt).steps().stream()
                .filter(foreseen -> foreseen.plan().id().equals(planId))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This plan"));
        return new PlanOutcome(
                step.at(),
                step.step().phase() == Plan.Phase.END,
                PlanViews.of(step.after().life()),
                outcomes.of(
                        plan.siteId,
                        standing(plan.siteId, step.before()),
                        standing(plan.siteId, step.after()),
                        step.at()));
    }

    private Outcomes.Standing standing(String siteId, Standing standing) {
        List<Address> now = addresses.of(siteId);
        boolean same = now.stream().anyMatch(a -> a.role() == Role.MAIN && a.id().equals(standing.main()));
        return new Outcomes.Standing(
                standing.life(),
                same || standing.main().isEmpty() ? now : forecasts.as(siteId, standing.main(), Role.MAIN));
    }
}
