package evenharbor.app.when.plan;

import evenharbor.app.harbor.outcome.OutcomeView;
import evenharbor.app.harbor.outcome.Outcomes;
import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.TimeZoneName;
import evenharbor.core.what.live.Closing;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** How a site stands: closing it for now, opening it again, and how it stood or will stand at any instant, over HTTP. */
@RestController
@RequestMapping("/api")
class StandingController {

    private final PlannedChanges plans;
    private final PlanWorker worker;
    private final SiteClosures closures;
    private final LiveStates states;
    private final Sites sites;
    private final SitesAt sitesAt;
    private final Outcomes outcomes;

    StandingController(
            PlannedChanges plans,
            PlanWorker worker,
            SiteClosures closures,
            LiveStates states,
            Sites sites,
            SitesAt sitesAt,
            Outcomes outcomes) {
        this.plans = plans;
        this.worker = worker;
        this.closures = closures;
        this.states = states;
        this.sites = sites;
        this.sitesAt = sitesAt;
        this.outcomes = outcomes;
    }

    /**
     * How a site is closed now.
     *
     * @param until when it opens again, by the wall clock of the zone; null when that is not known
     */
    record CloseNow(
            Set<String> paths,
            Closing.Kind kind,
            String title,
            String text,
            String target,
            @Schema(nullable = true) LocalDateTime until,
            String zone) {}

    @PutMapping("/sites/{siteId}/closure")
    PlanViews.SiteStanding close(@PathVariable String siteId, @Valid @RequestBody CloseNow form) {
        Closing closing =
                new PlanForm.ClosingForm(form.paths(), form.kind(), form.title(), form.text(), form.target()).closing();
        if (form.until() == null) {
            return PlanViews.of(
                    closures.close(siteId, closing, Optional.empty()).life());
        }
        plans.closeUntil(siteId, closing, form.until(), TimeZoneName.read(form.zone()));
        worker.carryOut(siteId);
        return PlanViews.of(states.of(siteId).life());
    }

    /** What visitors would notice if it were closed so now. */
    @PostMapping("/sites/{siteId}/closure/outcomes")
    OutcomeView foreseen(@PathVariable String siteId, @Valid @RequestBody PlanForm.ClosingForm form) {
        return outcomes.ofClosing(siteId, form.closing());
    }

    @DeleteMapping("/sites/{siteId}/closure")
    PlanViews.SiteStanding reopen(@PathVariable String siteId) {
        Live live = plans.reopen(siteId);
        return PlanViews.of(live.life());
    }

    @GetMapping("/sites/{siteId}/standing")
    SitesAt.SiteAt at(@PathVariable String siteId, @RequestParam Instant at) {
        return sitesAt.at(List.of(sites.mine(siteId).id()), at).get(0);
    }

    /** How all sites stand at an instant. */
    @GetMapping("/standings")
    List<SitesAt.SiteAt> all(@RequestParam Instant at) {
        return sitesAt.at(sites.mine().stream().map(Site::id).toList(), at);
    }
}
