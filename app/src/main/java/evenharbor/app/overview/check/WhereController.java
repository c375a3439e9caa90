package evenharbor.app.overview.check;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.where.address.Chart;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.where.domain.RecordSet;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Where a site is live: its addresses, how each stands, and the chart of it all. */
@RestController
@RequestMapping("/api/sites/{siteId}/where")
class WhereController {

    private final Sites sites;
    private final Addresses addresses;
    private final Checks checks;
    private final LiveStates states;
    private final Review review;
    private final DestinationStands destinations;
    private final Clock clock;

    WhereController(
            Sites sites,
            Addresses addresses,
            Checks checks,
            LiveStates states,
            Review review,
            DestinationStands destinations,
            Clock clock) {
        this.sites = sites;
        this.addresses = addresses;
        this.checks = checks;
        this.states = states;
        this.review = review;
        this.destinations = destinations;
        this.clock = clock;
    }

    record LadderStep(
            Ladder.Kind kind,
            String words,
            Ladder.State state,
            String expected,
            String seen,
            String from,
            String todo,
            Instant since,
            @Schema(nullable = true) Instant until,
            List<RecordSet> records) {}

    record StandingView(
            Address address,
            Ladder.State state,
            Instant since,
            @Schema(nullable = true) Instant askedAt,
            @Schema(nullable = true) Instant nextLookAt,
            @Schema(nullable = true) Instant until,
            boolean drifted,
            List<LadderStep> steps) {}

    /** A way that leads to a place. @param from id of the address; of the destination where the place is a host */
    record ChartWay(
            String from,
            String shown,
            Chart.State state,
            @Schema(nullable = true) Instant until) {}

    record ChartPlace(
            String id,
            Chart.Kind kind,
            String title,
            @Schema(nullable = true) Integer version,
            String note,
            List<ChartWay> ways) {}

    /** @param changes how many changes of the draft visitors do not get */
    record WhereView(List<StandingView> addresses, List<ChartPlace> places, int changes, Instant now) {}

    @GetMapping
    WhereView where(@PathVariable String siteId) {
        sites.mine(siteId);
        List<Address> list = addresses.of(siteId);
        Map<String, Checks.Standing> standings =
                checks.of(list.stream().map(Address::id).toList());
        List<StandingView> views = list.stream()
                .map(a -> view(a, Optional.ofNullable(standings.get(a.id()))))
                .toList();
        Live live = states.of(siteId);
        List<Chart.Stand> stands = views.stream()
                .map(v -> new Chart.Stand(v.address().toSiteAddress(), v.state(), Optional.ofNullable(v.until())))
                .toList();
        int changes = review.of(siteId).count();
        Chart chart = Chart.of(
                stands,
                destinations.forChart(siteId),
                live.live(),
                live.version().map(OptionalInt::of).orElse(OptionalInt.empty()),
                changes);
        return new WhereView(
                views, chart.places().stream().map(WhereController::view).toList(), changes, clock.instant());
    }

    private static ChartPlace view(Chart.Place place) {
        return new ChartPlace(
                place.id(),
                place.kind(),
                place.title(),
                place.version().isPresent() ? place.version().getAsInt() : null,
                place.note(),
                place.ways().stream()
                        .map(way -> new ChartWay(
                                way.from(),
                                way.shown(),
                                way.state(),
                                way.until().orElse(null)))
                        .toList());
    }

    private static StandingView view(Address address, Optional<Checks.Standing> standing) {
        if (standing.isEmpty()) {
            return new StandingView(
                    address, Ladder.State.NOT_YET, address.claimedAt(), null, null, null, false, List.of());
        }
        Checks.Standing s = standing.get();
        return new StandingView(
                address,
                s.state(),
                s.since(),
                s.askedAt().orElse(null),
                s.nextLookAt(),
                s.hindrance().flatMap(Ladder.Step::until).orElse(null),
                s.drifted(),
                s.steps().stream().map(WhereController::view).toList());
    }

    private static LadderStep view(KeptStep kept) {
        Ladder.Step step = kept.step();
        return new LadderStep(
                step.kind(),
                step.kind().words(),
                step.state(),
                step.expected(),
                step.seen(),
                step.from(),
                step.todo(),
                kept.since(),
                step.until().orElse(null),
                step.records());
    }

    /** Looks at all of the site's addresses again; the answer does not wait for it. */
    @PostMapping("/checks")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void look(@PathVariable String siteId) {
        sites.mine(siteId);
        checks.dueNow(siteId);
    }
}
