package evenharbor.app.harbor.outcome;

import evenharbor.app.harbor.audience.AudienceTrials;
import evenharbor.app.harbor.audience.AudienceWay;
import evenharbor.app.where.address.AddressForecasts;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What visitors will notice, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/outcomes")
class OutcomeController {

    private final Outcomes outcomes;
    private final AddressForecasts addresses;
    private final AudienceTrials trials;

    OutcomeController(Outcomes outcomes, AddressForecasts addresses, AudienceTrials trials) {
        this.outcomes = outcomes;
        this.addresses = addresses;
        this.trials = trials;
    }

    /**
     * A publish that is looked at before it is asked for.
     *
     * @param heldBack paths of changes that stay as they are live
     * @param declinedRedirects keys of proposed redirects that are not wanted
     */
    record PublishLookedAt(
            @NotNull(message = "List the paths held back, or none.")
            Set<String> heldBack,

            @NotNull(message = "List the proposed redirects that are not wanted, or none.")
            Set<String> declinedRedirects) {}

    @PostMapping("/publish")
    OutcomeView ofPublish(@PathVariable String siteId, @Valid @RequestBody PublishLookedAt form) {
        return outcomes.ofPublish(siteId, new Selection(form.heldBack(), Set.of()), form.declinedRedirects());
    }

    @GetMapping("/version/{number}")
    OutcomeView ofVersion(
            @PathVariable String siteId,
            @PathVariable int number,
            @RequestParam(defaultValue = "true") boolean redirects) {
        return outcomes.ofVersion(siteId, number, redirects);
    }

    @GetMapping("/takedown")
    OutcomeView ofTakeDown(@PathVariable String siteId, @RequestParam(defaultValue = "false") boolean everywhere) {
        return outcomes.ofTakeDown(siteId, everywhere);
    }

    @GetMapping("/redirects")
    OutcomeView ofRedirects(@PathVariable String siteId) {
        return outcomes.ofRedirects(siteId);
    }

    /**
     * What visitors notice when an address gets another role, or is released when no role is named.
     *
     * @param version for a trial the version it serves; empty for the draft
     * @param target for a pointer where it leads
     */
    @GetMapping("/address/{addressId}")
    OutcomeView ofAddress(
            @PathVariable String siteId,
            @PathVariable String addressId,
            @RequestParam(required = false) Role role,
            @RequestParam(required = false) Integer version,
            @RequestParam(defaultValue = "") String target) {
        if (role == null) {
            return outcomes.ofAddresses(siteId, addresses.without(siteId, addressId));
        }
        OptionalInt trial = version == null ? OptionalInt.empty() : OptionalInt.of(version);
        return outcomes.ofAddresses(
                siteId, addresses.as(siteId, addressId, new SiteAddresses.Wish(role, trial, target)));
    }

    /** What visitors notice when an address gets another name. */
    @GetMapping("/address/{addressId}/renaming")
    OutcomeView ofRenaming(@PathVariable String siteId, @PathVariable String addressId, @RequestParam String typed) {
        return outcomes.ofAddresses(siteId, addresses.renamed(siteId, addressId, typed));
    }

    /**
     * What visitors notice when others get in to a part.
     *
     * @param part the part as a person typed it
     * @param way in which they are asked there; empty when nothing more is said of it
     */
    @GetMapping("/audience")
    OutcomeView ofAudience(
            @PathVariable String siteId, @RequestParam String part, @RequestParam(required = false) AudienceWay way) {
        return outcomes.ofAudience(siteId, trials.supposing(siteId, part, Optional.ofNullable(way)));
    }
}
