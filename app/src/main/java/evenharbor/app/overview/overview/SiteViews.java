package evenharbor.app.overview.overview;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.harbor.review.Reviews;
import evenharbor.app.harbor.route.RouteFollower;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.overview.check.Checks;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.site.Site;
import evenharbor.app.when.plan.PlansAhead;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.MissedVisits;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.core.harbor.review.ReviewLife;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.site.Flag;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.who.access.PersonRole;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Puts together what the mast and All sites show of a site. */
@Component
class SiteViews {

    private final Addresses addresses;
    private final Heads heads;
    private final Timelines timelines;
    private final Manifests manifests;
    private final Clock clock;
    private final Checks checks;
    private final Review review;
    private final MissedVisits missed;
    private final DestinationStands destinations;
    private final PlansAhead plans;
    private final Reviews reviews;
    private final People people;
    private final RouteFollower routes;

    SiteViews(
            Addresses addresses,
            Heads heads,
            Timelines timelines,
            Manifests manifests,
            Clock clock,
            Checks checks,
            Review review,
            MissedVisits missed,
            DestinationStands destinations,
            PlansAhead plans,
            Reviews reviews,
            People people,
            RouteFollower routes) {
        this.addresses = addresses;
        this.heads = heads;
        this.timelines = timelines;
        this.manifests = manifests;
        this.clock = clock;
        this.checks = checks;
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

    /**
     * What the mast and the lanes of some sites are drawn from, by site.
     *
     * @param was what was of them
     * @param coming what is to come of them
     */
    record Basis(
            List<Site> sites,
            Map<String, List<Address>> names,
            Map<String, Heads.Head> heads,
            Map<String, Timelines.Timeline> was,
            Map<String, PlansAhead.Coming> coming) {

        /** Since when the version is served that is served now; null while none is. */
        private Instant liveSince(String siteId) {
            return was.getOrDefault(siteId, Timelines.Timeline.NONE).spans().stream()
                    .filter(s -> heads.get(siteId).live().live() && s.until() == null)
                    .map(Timelines.SpanView::from)
                    .findFirst()
                    .orElse(null);
        }
    }

    /**
     * Reads it: a fixed number of queries, however many sites.
     *
     * @param was what was of them, at least what is now
     * @param until until when what is to come is told
     */
    Basis basis(List<Site> sites, Map<String, Timelines.Timeline> was, Instant until) {
        List<String> ids = sites.stream().map(Site::id).toList();
        Map<String, List<Address>> names = addresses.of(ids).stream().collect(Collectors.groupingBy(Address::siteId));
        Map<String, Heads.Head> known = heads.of(ids);
        List<Live> lives = known.values().stream().map(Heads.Head::live).toList();
        return new Basis(sites, names, known, was, plans.coming(lives, names, until));
    }

    /** One site as it is now. */
    SiteView of(Site site) {
        Instant now = clock.instant();
        return of(basis(List.of(site), timelines.of(List.of(site.id()), now, 1), now))
                .get(site.id());
    }

    /** Sites as they are now, by site. */
    Map<String, SiteView> of(Basis basis) {
        Map<String, String> drafts = new HashMap<>();
        basis.heads.forEach((site, head) -> drafts.put(site, head.draft()));
        Map<String, Long> byPeople = missed.byPeople(drafts);
        Map<String, DestinationStands.Attention> attention = destinations.attention(drafts);
        Map<String, StandingReview> standing = standing(basis.heads.keySet());
        // Whoever took a site down is not to be told that nobody reaches it.
        Map<String, List<TroubleView>> troubles = troubles(
                basis,
                basis.sites.stream()
                        .map(Site::id)
                        .filter(id -> basis.heads.get(id).live().live())
                        .toList());
        Map<String, SiteView> all = new LinkedHashMap<>();
        for (Site site : basis.sites) {
            String id = site.id();
            Heads.Head head = basis.heads.get(id);
            Live live = head.live();
            Flag flag = Flag.of(id);
            DestinationStands.Attention hosts = attention.getOrDefault(id, DestinationStands.Attention.NONE);
            all.put(
                    id,
                    new SiteView(
                            id,
                            site.title(),
                            new FlagView(flag.pattern(), flag.ground(), flag.figure()),
                            live.live(),
                            live.life().state(),
                            routes.stale(id),
                            live.version().orElse(null),
                            basis.liveSince(id),
                            basis.names.getOrDefault(id, List.of()),
                            troubles.getOrDefault(id, List.of()),
                            byPeople.getOrDefault(id, 0L),
                            hosts.broken(),
                            hosts.late(),
                            basis.coming.get(id).inTrouble(),
                            review.count(head.shown(), head.draft()),
                            manifests.count(head.draft()),
                            site.settings().listed(),
                            site.settings().pinned(),
                            site.rightsConfirmed(),
                            Current.membership()
                                    .flatMap(member -> member.at(id))
                                    .orElse(PersonRole.OWNER),
                            standing.get(id),
                            site.createdAt(),
                            site.revision()));
        }
        return all;
    }

    private Map<String, StandingReview> standing(Collection<String> ids) {
        Map<String, Reviews.Standing> open = reviews.standing(ids);
        if (open.isEmpty()) {
            return Map.of();
        }
        People.Names names = people.names(
                open.values().stream().map(Reviews.Standing::askedBy).toList());
        return open.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, each -> standing(each.getValue(), names)));
    }

    private static StandingReview standing(Reviews.Standing standing, People.Names names) {
        return new StandingReview(
                standing.id(),
                standing.version(),
                standing.state(),
                names.of(standing.askedBy()),
                Current.present().filter(p -> p.id().equals(standing.askedBy())).isPresent());
    }

    /** The addresses of sites that do not work, each with the step that is in the way, by site. */
    private Map<String, List<TroubleView>> troubles(Basis basis, Collection<String> siteIds) {
        Map<String, Checks.Standing> failing = checks.troubled(siteIds);
        return failing.isEmpty()
                ? Map.of()
                : siteIds.stream()
                        .flatMap(id -> basis.names.getOrDefault(id, List.of()).stream())
                        .filter(address -> failing.containsKey(address.id()))
                        .collect(Collectors.groupingBy(
                                Address::siteId,
                                Collectors.mapping(
                                        address -> trouble(address, failing.get(address.id())), Collectors.toList())));
    }

    private static TroubleView trouble(Address address, Checks.Standing standing) {
        String step = standing.hindrance().map(h -> h.kind().words()).orElse("");
        return new TroubleView(address.id(), address.shown(), standing.state(), step);
    }
}
