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

    record LineView(
            String from,
            String to,
            Chart.Way way,
            @Schema(nullable = true) Instant until) {}

    record WhereView(List<StandingView> addresses, List<Chart.Mark> marks, List<LineView> lines, Instant now) {}

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
        Chart chart = Chart.of(
                stands,
                destinations.forChart(siteId),
                live.live(),
                live.version().map(OptionalInt::of).orElse(OptionalInt.empty()),
                review.of(siteId).count());
        return new WhereView(
                views,
                chart.marks(),
                chart.lines().stream()
                        .map(l -> new LineView(
                                l.from(), l.to(), l.way(), l.until().orElse(null)))
                        .toList(),
                clock.instant());
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
