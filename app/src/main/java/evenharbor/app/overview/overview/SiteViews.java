package evenharbor.app.overview.overview;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.harbor.review.Reviews;
import evenharbor.app.harbor.route.EdgeRoutes;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.overview.check.Checks;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.when.plan.PlansAhead;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.redirect.MissedVisits;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.core.harbor.review.ReviewLife;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.site.Flag;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.who.access.PersonRole;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Puts together what the mast and All sites show of a site. */
@Component
class SiteViews {

    private final Checks checks;
    private final Drafts drafts;
    private final LiveStates states;
    private final Review review;
    private final MissedVisits missed;
    private final DestinationStands destinations;
    private final PlansAhead plans;
    private final Reviews reviews;
    private final People people;
    private final EdgeRoutes routes;

    SiteViews(
            Checks checks,
            Drafts drafts,
            LiveStates states,
            Review review,
            MissedVisits missed,
            DestinationStands destinations,
            PlansAhead plans,
            Reviews reviews,
            People people,
            EdgeRoutes routes) {
        this.checks = checks;
        this.drafts = drafts;
        this.states = states;
        this.review = review;
        this.missed = missed;
        this.destinations = destinations;
        this.plans = plans;
        this.reviews = reviews;
        this.people = people;
        this.routes = routes;
    }

    record FlagView(Flag.Pattern pattern, int ground, int figure) {}

    /** A site as the mast and its lane show it. @param role what whoever asks is there */
    record SiteView(
            String id,
            String title,
            FlagView flag,
            boolean live,
            SiteLife.State state,
            boolean stale,
            @Schema(nullable = true) Integer liveVersion,
            @Schema(nullable = true) Instant liveSince,
            List<Address> addresses,
            List<TroubleView> troubles,
            long missedVisits,
            List<DestinationStands.BrokenDestination> brokenDestinations,
            List<DestinationStands.LateDestination> lateDestinations,
            int plansInTrouble,
            int changes,
            int files,
            boolean listed,
            boolean pinned,
            boolean rightsConfirmed,
            PersonRole role,
            @Schema(nullable = true) StandingReview review,
            Instant createdAt,
            long revision) {}

    /** A review that is open, or agreed to and not out yet. @param mine whether whoever looks asked for it */
    record StandingReview(String id, int version, ReviewLife.State state, String askedBy, boolean mine) {}

    record TroubleView(String addressId, String shown, Ladder.State state, String words) {}

    /** @param spans when it was live */
    SiteView of(Site site, List<Address> names, List<LiveStates.Span> spans) {
        Live live = states.of(site.id());
        Draft draft = drafts.find(site.id());
        Flag flag = Flag.of(site.id());
        Instant since = !live.live()
                ? null
                : spans.stream()
                        .filter(s -> s.until().isEmpty())
                        .map(LiveStates.Span::from)
                        .findFirst()
                        .orElse(null);
        return new SiteView(
                site.id(),
                site.title(),
                new FlagView(flag.pattern(), flag.ground(), flag.figure()),
                live.live(),
                live.life().state(),
                routes.stale(site.id()),
                live.version().orElse(null),
                since,
                names,
                // Whoever took a site down is not to be told that nobody reaches it.
                live.live() ? troubles(names) : List.of(),
                missed.byPeople(site.id()),
                destinations.broken(site.id()),
                destinations.late(site.id()),
                plans.inTrouble(site.id()),
                review.of(site.id()).count(),
                drafts.files(draft).count(),
                site.settings().listed(),
                site.settings().pinned(),
                site.rightsConfirmed(),
                Current.membership().flatMap(member -> member.at(site.id())).orElse(PersonRole.OWNER),
                reviews.standing(site.id()).map(this::standing).orElse(null),
                site.createdAt(),
                site.revision());
    }

    private StandingReview standing(Reviews.Standing standing) {
        return new StandingReview(
                standing.id(),
                standing.version(),
                standing.state(),
                people.names(List.of(standing.askedBy())).of(standing.askedBy()),
                Current.present().filter(p -> p.id().equals(standing.askedBy())).isPresent());
    }

    /** The addresses that do not work, with the step that is in the way. */
    private List<TroubleView> troubles(List<Address> names) {
        Map<String, Checks.Standing> standings =
                checks.of(names.stream().map(Address::id).toList());
        return names.stream()
                .filter(a -> standings.containsKey(a.id()))
                .filter(a -> {
                    Checks.Standing s = standings.get(a.id());
                    return s.state() == Ladder.State.FAILED || s.state() == Ladder.State.WAITING;
                })
                .map(a -> {
                    Checks.Standing s = standings.get(a.id());
                    String step = s.hindrance().map(h -> h.kind().words()).orElse("");
                    return new TroubleView(a.id(), a.shown(), s.state(), step);
                })
                .toList();
    }
}
