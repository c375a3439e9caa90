package evenharbor.app.when.plan;

import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Forecast;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.RedirectDates;
import evenharbor.core.when.plan.Standing;
import evenharbor.core.where.redirect.Redirect;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is to come of sites: their plans, and what their redirects do by dates of their own. */
@Service
@Transactional(readOnly = true)
public class PlansAhead {

    /** How far ahead plans are read. */
    static final Duration FAR = Duration.ofDays(400);

    private final PlanRepository repository;
    private final WhileRepository whiles;
    private final PlanFacts facts;
    private final PlanFindings findings;
    private final PlanSurroundings surroundings;
    private final PlanWords words;
    private final PublishedBy published;
    private final LiveStates states;
    private final Addresses addresses;
    private final RedirectContents redirects;
    private final Clock clock;

    PlansAhead(
            PlanRepository repository,
            WhileRepository whiles,
            PlanFacts facts,
            PlanFindings findings,
            PlanSurroundings surroundings,
            PlanWords words,
            PublishedBy published,
            LiveStates states,
            Addresses addresses,
            RedirectContents redirects,
            Clock clock) {
        this.repository = repository;
        this.whiles = whiles;
        this.facts = facts;
        this.findings = findings;
        this.surroundings = surroundings;
        this.words = words;
        this.published = published;
        this.states = states;
        this.addresses = addresses;
        this.redirects = redirects;
        this.clock = clock;
    }

    /** The plans of several sites, what is due next first; those with nothing to come last. */
    List<PlanEntity> of(Collection<String> siteIds) {
        return repository.findBySiteIdInOrderByNextAtAscIdAsc(siteIds);
    }

    /** How a site stands, with what stands only for a while. */
    Course course(String siteId) {
        return course(states.of(siteId), PlanFacts.main(addresses.of(siteId)), whiles.findBySiteIdOrderById(siteId));
    }

    private Course course(Live live, String main, List<WhileRow> standing) {
        return new Course(
                new Standing(live.life(), main),
                standing.stream().map(published::settled).toList());
    }

    /** What a site's plans come to until an instant, if nothing else is decided. */
    Forecast forecast(String siteId, Instant until) {
        return forecast(course(siteId), of(List.of(siteId)), facts.ahead(siteId, addresses.of(siteId)), until);
    }

    private Forecast forecast(Course course, List<PlanEntity> rows, Course.Facts facts, Instant until) {
        return Forecast.of(course, rows.stream().map(PlanEntity::plan).toList(), clock.instant(), until, facts);
    }

    /** When redirects begin and end by dates of their own, of those that visitors meet by then. */
    List<RedirectDates.Dated> redirectDates(Forecast forecast, Instant until) {
        Map<String, Set<Redirect>> limited = new HashMap<>();
        return RedirectDates.of(
                forecast,
                clock.instant(),
                until,
                hash -> limited.computeIfAbsent(
                        hash,
                        h -> redirects.get(h).list().stream()
                                .filter(Redirect::limited)
                                .collect(Collectors.toCollection(LinkedHashSet::new))));
    }

    /**
     * Something that is to come.
     *
     * @param id names it: a step of a plan, or a date of a redirect
     * @param at when
     * @param life how the site stands from then on
     * @param words what happens
     */
    public record Ahead(String id, Instant at, SiteLife life, String words) {}

    /**
     * What is to come of a site.
     *
     * @param inTrouble how many of its plans are in trouble
     * @param ahead what will change something, the earliest first
     */
    public record Coming(int inTrouble, List<Ahead> ahead) {}

    /**
     * What is to come of several sites until an instant, by site.
     *
     * @param names the sites' addresses, by site
     */
    public Map<String, Coming> coming(Collection<Live> lives, Map<String, List<Address>> names, Instant until) {
        Map<String, List<PlanEntity>> open = repository
                .findBySiteIdInAndNextAtIsNotNullOrderByNextAtAscIdAsc(
                        lives.stream().map(Live::siteId).toList())
                .stream()
                .collect(Collectors.groupingBy(row -> row.siteId));
        Map<String, List<WhileRow>> standing = open.isEmpty()
                ? Map.of()
                : whiles.findBySiteIdInOrderById(open.keySet()).stream()
                        .collect(Collectors.groupingBy(row -> row.siteId));
        PlanSurroundings.Known known = surroundings.of(names, open.keySet());
        Map<String, Coming> all = new HashMap<>();
        for (Live live : lives) {
            String site = live.siteId();
            List<PlanEntity> rows = open.getOrDefault(site, List.of());
            if (rows.isEmpty()) {
                Forecast still = new Forecast(new Standing(live.life(), ""), List.of());
                all.put(site, new Coming(0, ahead(still, rows, until)));
                continue;
            }
            List<Address> own = names.getOrDefault(site, List.of());
            Course course = course(live, PlanFacts.main(own), standing.getOrDefault(site, List.of()));
            Course.Facts facts = this.facts.ahead(site, own);
            Forecast far = forecast(course, rows, facts, clock.instant().plus(FAR));
            Set<String> troubled = findings.of(site, rows, far, known.of(site)).stream()
                    .map(PlanFindings.PlanFinding::planId)
                    .collect(Collectors.toSet());
            all.put(site, new Coming(troubled.size(), ahead(forecast(course, rows, facts, until), rows, until)));
        }
        return all;
    }

    private List<Ahead> ahead(Forecast forecast, List<PlanEntity> rows, Instant until) {
        Map<String, String> actions = new HashMap<>();
        Stream<Ahead> planned = forecast.steps().stream()
                .filter(step -> step.leftOut().isEmpty())
                .map(step -> new Ahead(
                        step.plan().id() + "-" + step.step().occurrence().local() + "-"
                                + step.step().phase(),
                        step.at(),
                        step.after().life(),
                        (step.step().phase() == Plan.Phase.END ? "the end of: " : "")
                                + actions.computeIfAbsent(step.plan().id(), id -> action(rows, id))));
        Stream<Ahead> dated = redirectDates(forecast, until).stream()
                .filter(one -> forecast.at(one.at()).life().live())
                .map(one -> new Ahead(
                        one.rule().id() + (one.begins() ? "-from" : "-until"),
                        one.at(),
                        forecast.at(one.at()).life(),
                        PlanWords.dated(one)));
        return Stream.concat(planned, dated)
                .sorted(Comparator.comparing(Ahead::at))
                .toList();
    }

    private String action(List<PlanEntity> rows, String id) {
        return words.action(
                rows.stream().filter(row -> row.id.equals(id)).findFirst().orElseThrow());
    }
}
