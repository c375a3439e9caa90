package evenharbor.app.overview.overview;

import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlansAhead;
import evenharbor.app.where.address.Address;
import evenharbor.core.what.live.SiteLife;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Puts together the lane of a site on the axis of time: what was, and what is planned. */
@Component
class LaneViews {

    /** How many days of what is to come are told at most. */
    private static final int FARTHEST = 550;

    private final SiteViews views;
    private final LiveStates states;
    private final Versions versions;
    private final PlansAhead plans;
    private final Clock clock;

    LaneViews(SiteViews views, LiveStates states, Versions versions, PlansAhead plans, Clock clock) {
        this.views = views;
        this.states = states;
        this.versions = versions;
        this.plans = plans;
        this.clock = clock;
    }

    record SpanView(Instant from, @Schema(nullable = true) Instant until, int version) {}

    record NotchView(int number, String name, Instant at, boolean published) {}

    /** A time in which a site was closed; no end while it is. */
    record ClosedView(Instant from, @Schema(nullable = true) Instant until) {}

    /**
     * A planned change that is to come.
     *
     * @param state how the site stands from then on
     * @param live whether visitors get it, or its notice
     * @param words what happens
     */
    record AheadView(Instant at, SiteLife.State state, boolean live, String words) {}

    /** @param aheadUntil until when what is to come is told; of what is later nothing is said */
    record LaneView(
            SiteViews.SiteView site,
            List<SpanView> spans,
            List<NotchView> notches,
            List<ClosedView> closures,
            List<AheadView> ahead,
            Instant aheadUntil) {}

    /** @param spans when it was live @param days how many of what is to come are asked for */
    LaneView of(Site site, List<Address> names, List<LiveStates.Span> spans, int days) {
        List<NotchView> notches = versions.of(site.id()).stream()
                .map(v -> new NotchView(
                        v.number(), v.name(), v.createdAt(), v.publishedAt().isPresent()))
                .toList();
        Instant until = clock.instant().plus(Duration.ofDays(Math.max(0, Math.min(days, FARTHEST))));
        return new LaneView(
                views.of(site, names, spans),
                spans.stream()
                        .map(s -> new SpanView(s.from(), s.until().orElse(null), s.version()))
                        .toList(),
                notches,
                closures(site.id()),
                plans.ahead(site.id(), until).stream()
                        .map(a ->
                                new AheadView(a.at(), a.life().state(), a.life().served(), a.words()))
                        .toList(),
                until);
    }

    private List<ClosedView> closures(String siteId) {
        List<ClosedView> all = new ArrayList<>();
        Instant from = null;
        for (LiveStates.Moment moment : states.moments(List.of(siteId), Instant.EPOCH)) {
            boolean closed = moment.life().state() == SiteLife.State.CLOSED;
            if (closed && from == null) {
                from = moment.at();
            } else if (!closed && from != null) {
                all.add(new ClosedView(from, moment.at()));
                from = null;
            }
        }
        if (from != null) {
            all.add(new ClosedView(from, null));
        }
        return all;
    }
}
