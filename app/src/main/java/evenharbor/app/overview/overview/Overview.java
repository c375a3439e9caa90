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
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlansAhead;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.MissedVisits;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.RepeatKeys;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.harbor.review.ReviewLife;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.site.Flag;
import evenharbor.core.what.site.Settings;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.who.access.PersonRole;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sites over HTTP, each with what the mast and its lane on All sites show. */
@RestController
@RequestMapping("/api/sites")
class Overview {

    private static final int MOST_ACTIVITIES = 200;

    /** The most days of what is to come, and how many there are where none is asked for. */
    private static final int FARTHEST = 550;

    private static final String USUAL = "31";

    private final Sites sites;
    private final Addresses addresses;
    private final Checks checks;
    private final Drafts drafts;
    private final LiveStates states;
    private final Review review;
    private final Versions versions;
    private final MissedVisits missed;
    private final DestinationStands destinations;
    private final PlansAhead plans;
    private final Activities activities;
    private final Reviews reviews;
    private final People people;
    private final EdgeRoutes routes;
    private final RepeatKeys repeats;
    private final Clock clock;

    Overview(
            Sites sites,
            Addresses addresses,
            Checks checks,
            Drafts drafts,
            LiveStates states,
            Review review,
            Versions versions,
            MissedVisits missed,
            DestinationStands destinations,
            PlansAhead plans,
            Activities activities,
            Reviews reviews,
            People people,
            EdgeRoutes routes,
            RepeatKeys repeats,
            Clock clock) {
        this.sites = sites;
        this.addresses = addresses;
        this.checks = checks;
        this.drafts = drafts;
        this.states = states;
        this.review = review;
        this.versions = versions;
        this.missed = missed;
        this.destinations = destinations;
        this.plans = plans;
        this.activities = activities;
        this.reviews = reviews;
        this.people = people;
        this.routes = routes;
        this.repeats = repeats;
        this.clock = clock;
    }

    record FlagView(Flag.Pattern pattern, int ground, int figure) {}

    record SpanView(Instant from, @Schema(nullable = true) Instant until, int version) {}

    record NotchView(int number, String name, Instant at, boolean published) {}

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

    record LaneView(
            SiteView site,
            List<SpanView> spans,
            List<NotchView> notches,
            List<ClosedView> closures,
            List<AheadView> ahead) {}

    record NewSite(
            @NotBlank(message = "Give the site a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String title,

            @Schema(nullable = true) String copyFrom,
            boolean pages,
            boolean settings) {}

    record SiteSettings(
            @NotBlank(message = "Give the site a name.") @Size(max = 120, message = "Use at most 120 characters.")
            String title,

            boolean listed,
            boolean pinned) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<LaneView> sites(@RequestParam(defaultValue = USUAL) int ahead) {
        List<Site> mine = sites.mine();
        List<String> ids = mine.stream().map(Site::id).toList();
        Map<String, List<Address>> names = addresses.of(ids).stream().collect(Collectors.groupingBy(Address::siteId));
        Map<String, List<LiveStates.Span>> spans =
                states.spans(ids).stream().collect(Collectors.groupingBy(LiveStates.Span::siteId));
        return mine.stream()
                .map(site -> lane(
                        site,
                        names.getOrDefault(site.id(), List.of()),
                        spans.getOrDefault(site.id(), List.of()),
                        ahead))
                .toList();
    }

    private LaneView lane(Site site, List<Address> names, List<LiveStates.Span> spans, int days) {
        List<NotchView> notches = versions.of(site.id()).stream()
                .map(v -> new NotchView(
                        v.number(), v.name(), v.createdAt(), v.publishedAt().isPresent()))
                .toList();
        return new LaneView(
                view(site, names, spans),
                spans.stream()
                        .map(s -> new SpanView(s.from(), s.until().orElse(null), s.version()))
                        .toList(),
                notches,
                closures(site.id()),
                plans
                        .ahead(site.id(), clock.instant().plus(Duration.ofDays(Math.max(0, Math.min(days, FARTHEST)))))
                        .stream()
                        .map(a ->
                                new AheadView(a.at(), a.life().state(), a.life().served(), a.words()))
                        .toList());
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

    @GetMapping("/{siteId}")
    @Transactional(readOnly = true)
    public ResponseEntity<SiteView> site(@PathVariable String siteId) {
        return answer(sites.mine(siteId));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SiteView create(
            @RequestHeader(name = "Idempotency-Key", required = false) String key, @Valid @RequestBody NewSite form) {
        String id = repeats.once(
                key,
                "site",
                () -> sites.create(form.title(), Optional.ofNullable(form.copyFrom()), form.pages(), form.settings())
                        .id());
        return view(sites.mine(id), List.of(), List.of());
    }

    @PutMapping("/{siteId}")
    ResponseEntity<SiteView> change(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody SiteSettings form) {
        return answer(sites.change(
                siteId, form.title(), new Settings(form.listed(), form.pinned()), IfMatch.revision(ifMatch)));
    }

    @GetMapping("/{siteId}/activities")
    List<Activities.Entry> activities(@PathVariable String siteId, @RequestParam(required = false) Long before) {
        sites.mine(siteId);
        return activities.of(siteId, Activities.before(before), MOST_ACTIVITIES);
    }

    @GetMapping("/{siteId}/past")
    @Transactional(readOnly = true)
    public LaneView past(@PathVariable String siteId, @RequestParam(defaultValue = USUAL) int ahead) {
        Site site = sites.mine(siteId);
        return lane(site, addresses.of(siteId), states.spans(List.of(siteId)), ahead);
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

    private ResponseEntity<SiteView> answer(Site site) {
        return ResponseEntity.ok()
                .eTag(IfMatch.tag(site.revision()))
                .body(view(site, addresses.of(site.id()), states.spans(List.of(site.id()))));
    }

    private SiteView view(Site site, List<Address> names, List<LiveStates.Span> spans) {
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
                reviews.standing(site.id()).map(this::view).orElse(null),
                site.createdAt(),
                site.revision());
    }

    private StandingReview view(Reviews.Standing standing) {
        return new StandingReview(
                standing.id(),
                standing.version(),
                standing.state(),
                people.names(List.of(standing.askedBy())).of(standing.askedBy()),
                Current.present().filter(p -> p.id().equals(standing.askedBy())).isPresent());
    }
}
