package evenharbor.app.overview.check;

import evenharbor.app.what.site.Sites;
import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.VisitorRequest;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Trying a URL over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/redirects")
class TrialController {

    private final UrlTrial trial;
    private final RealRequest real;
    private final Sites sites;
    private final Clock clock;

    TrialController(UrlTrial trial, RealRequest real, Sites sites, Clock clock) {
        this.trial = trial;
        this.real = real;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * A URL to be tried.
     *
     * @param url a URL or path of the site
     * @param at the time at which it is asked; null for now
     * @param draft whether by the draft and the redirects that are worked on, else by what is live
     */
    record Trial(
            @NotNull @Size(max = 2000, message = "Use at most 2,000 characters.")
            String url,

            @Schema(nullable = true) Instant at,
            boolean draft) {}

    /**
     * One request on the way.
     *
     * @param url the URL asked
     * @param status HTTP status code of the answer
     * @param location where it sends on to; empty when it does not
     * @param redirect id of the redirect that decided; null when none did
     */
    record HopView(
            String url,
            int status,
            String location,
            @Schema(nullable = true) String redirect) {}

    /** Where a URL ends, hop by hop. */
    record JourneyView(Journey.End end, List<HopView> hops) {}

    /**
     * What a real request got.
     *
     * @param url the URL asked
     * @param status HTTP status code; 0 when nothing answered
     * @param location where it sends on to; empty when it does not
     * @param asExpected whether that is what the live redirects say
     * @param expected what they say, in words
     */
    record RealView(String url, int status, String location, boolean asExpected, String expected) {}

    @PostMapping("/trial")
    JourneyView follow(@PathVariable String siteId, @Valid @RequestBody Trial form) {
        sites.mine(siteId);
        VisitorRequest start = trial.read(siteId, form.url(), form.at() == null ? clock.instant() : form.at());
        Journey journey = form.draft() ? trial.draft(siteId, start) : trial.live(start);
        return new JourneyView(
                journey.end(),
                journey.hops().stream()
                        .map(hop -> new HopView(
                                trial.url(hop),
                                hop.status(),
                                hop.location(),
                                hop.redirect().orElse(null)))
                        .toList());
    }

    @PostMapping("/visit")
    RealView visit(@PathVariable String siteId, @Valid @RequestBody Trial form) {
        sites.mine(siteId);
        VisitorRequest start = trial.read(siteId, form.url(), clock.instant());
        Journey.Hop expected = trial.live(start).hops().get(0);
        RealRequest.Got got = real.ask(start.host(), UrlTrial.target(start.path(), start.query()));
        return new RealView(
                trial.url(expected),
                got.status(),
                got.location(),
                got.status() == expected.status() && got.location().equals(expected.location()),
                expected.status() + (expected.location().isEmpty() ? "" : " to " + expected.location()));
    }
}
