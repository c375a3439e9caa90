package evenharbor.app.when.plan;

import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.RepeatKeys;
import evenharbor.core.when.plan.Forecast;
import jakarta.validation.Valid;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Planned changes over HTTP. */
@RestController
@RequestMapping("/api")
class PlanController {

    private static final int MOST_MOMENTS = 60;

    private final PlannedChanges plans;
    private final PlansAhead ahead;
    private final PlanWorker worker;
    private final PlanViews views;
    private final PlanFindings findings;
    private final PlanOutcomes outcomes;
    private final LiveStates states;
    private final Sites sites;
    private final RepeatKeys repeats;
    private final Clock clock;

    PlanController(
            PlannedChanges plans,
            PlansAhead ahead,
            PlanWorker worker,
            PlanViews views,
            PlanFindings findings,
            PlanOutcomes outcomes,
            LiveStates states,
            Sites sites,
            RepeatKeys repeats,
            Clock clock) {
        this.plans = plans;
        this.ahead = ahead;
        this.worker = worker;
        this.views = views;
        this.findings = findings;
        this.outcomes = outcomes;
        this.states = states;
        this.sites = sites;
        this.repeats = repeats;
        this.clock = clock;
    }

    @GetMapping("/sites/{siteId}/plans")
    PlanViews.PlansView plans(@PathVariable String siteId) {
        sites.mine(siteId);
        List<PlanEntity> rows = ahead.of(List.of(siteId));
        Instant until = clock.instant().plus(PlansAhead.FAR);
        Forecast forecast = ahead.forecast(siteId, until);
        return new PlanViews.PlansView(
                PlanViews.of(states.of(siteId).life()),
                rows.stream().map(views::of).toList(),
                forecast.steps().stream().limit(MOST_MOMENTS).map(PlanViews::of).toList(),
                ahead.redirectDates(forecast, until).stream()
                        .limit(MOST_MOMENTS)
                        .map(PlanViews::of)
                        .toList(),
                plans.done(siteId).stream().map(PlanViews::of).toList(),
                findings.of(siteId, rows, forecast));
    }

    @PostMapping("/sites/{siteId}/plans")
    @ResponseStatus(HttpStatus.CREATED)
    PlanViews.PlannedChange add(
            @PathVariable String siteId,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody PlanForm form) {
        String id = repeats.once(key, "plan", () -> plans.add(siteId, form.action(), form.schedule()));
        return views.of(plans.mine(id));
    }

    @PutMapping("/plans/{id}")
    PlanViews.PlannedChange change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody PlanForm form) {
        plans.change(id, form.action(), form.schedule(), IfMatch.revision(ifMatch));
        return views.of(plans.mine(id));
    }

    @GetMapping("/plans/{id}/outcomes")
    PlanOutcomes.PlanOutcome outcomes(@PathVariable String id) {
        return outcomes.of(id);
    }

    /** Ends what stands for a while before its time. */
    @PostMapping("/plans/{id}/end")
    PlanViews.PlannedChange endNow(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        worker.endNow(plans.mine(id).siteId, id, IfMatch.revision(ifMatch));
        return views.of(plans.mine(id));
    }

    record CalledOff(boolean calledOff) {}

    @PutMapping("/plans/{id}/called-off")
    PlanViews.PlannedChange callOff(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody CalledOff wanted) {
        plans.callOff(id, wanted.calledOff(), IfMatch.revision(ifMatch));
        return views.of(plans.mine(id));
    }
}
