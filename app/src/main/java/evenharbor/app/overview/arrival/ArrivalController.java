package evenharbor.app.overview.arrival;

import evenharbor.app.what.site.Sites;
import evenharbor.core.harbor.publish.ArrivalRule;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What becomes of files that arrive, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/arrivals")
class ArrivalController {

    private final Arrivals arrivals;
    private final Sites sites;

    ArrivalController(Arrivals arrivals, Sites sites) {
        this.arrivals = arrivals;
        this.sites = sites;
    }

    /** @param publishes whether the draft is published then @param stoppedBy which new findings keep it from that */
    record ArrivalRuleView(
            boolean publishes,

            @NotNull(message = "Choose what keeps it from being published.")
            ArrivalRule.StoppedBy stoppedBy) {}

    @GetMapping
    ArrivalRuleView rule(@PathVariable String siteId) {
        sites.mine(siteId);
        ArrivalRule rule = arrivals.rule(siteId);
        return new ArrivalRuleView(rule.publishes(), rule.stoppedBy());
    }

    @PutMapping
    ArrivalRuleView setRule(@PathVariable String siteId, @Valid @RequestBody ArrivalRuleView wanted) {
        arrivals.setRule(siteId, new ArrivalRule(wanted.publishes(), wanted.stoppedBy()));
        return rule(siteId);
    }
}
