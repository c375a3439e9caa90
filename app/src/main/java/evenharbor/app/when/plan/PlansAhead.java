package evenharbor.app.when.plan;

import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
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
import java.util.function.Function;
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
    private final PlanWords words;
    private final PublishedBy published;
    private final LiveStates states;
    private final RedirectContents redirects;
    private final Clock clock;

    PlansAhead(
            PlanRepository repository,
            WhileRepository whiles,
            PlanFacts facts,
            PlanFindings findings,
            PlanWords words,
            PublishedBy published,
            LiveStates states,
            RedirectContents redirects,
            Clock clock) {
        this.repository = repository;
        this.whiles = whiles;
        this.facts = facts;
        this.findings = findings;
        this.words = words;
        this.published = published;
        this.states = states;
        this.redirects = redirects;
        this.clock = clock;
    }

    /** The plans of several sites, what is due next first; those with nothing to come last. */
    List<PlanEntity> of(Collection<String> siteIds) {
        return repository.findBySiteIdInOrderByNextAtAscIdAsc(siteIds);
    }

    /** How a site stands, with what stands only for a while. */
    Course course(String siteId) {
        Live live = states.of(siteId);
        return new Course(
                new Standing(live.life(), facts.main(siteId)),
                whiles.findBySiteIdOrderById(siteId).stream()
                        .map(published::settled)
                        .toList());
    }

    /** What a site's plans come to until an instant, if nothing else is decided. */
    Forecast forecast(String siteId, Instant until) {
        return forecast(siteId, of(List.of(siteId)), until);
    }

    private Forecast forecast(String siteId, List<PlanEntity> rows, Instant until) {
        return Forecast.of(
                course(siteId),
                rows.stream().map(PlanEntity::plan).toList(),
                clock.instant(),
                until,
                facts.of(siteId, false));
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

    /** How many plans of a site are in trouble. */
    public int inTrouble(String siteId) {
        List<PlanEntity> rows = of(List.of(siteId));
        if (rows.stream().allMatch(row -> row.nextAt == null)) {
            return 0;
        }
        Forecast forecast = forecast(siteId, rows, clock.instant().plus(FAR));
        return (int) findings.of(siteId, rows, forecast).stream()
                .map(PlanFindings.PlanFinding::planId)
                .distinct()
                .count();
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

    /** What is to come of a site until an instant and will change something, the earliest first. */
    public List<Ahead> ahead(String siteId, Instant until) {
        Map<String, PlanEntity> open = of(List.of(siteId)).stream()
                .filter(row -> row.nextAt != null)
                .collect(Collectors.toMap(row -> row.id, Function.identity()));
        Forecast forecast = open.isEmpty()
                ? new Forecast(new Standing(states.of(siteId).life(), ""), List.of())
                : forecast(siteId, List.copyOf(open.values()), until);
        Stream<Ahead> planned = forecast.steps().stream()
                .filter(step -> step.leftOut().isEmpty())
                .map(step -> new Ahead(
                        step.plan().id() + "-" + step.step().occurrence().local() + "-"
                                + step.step().phase(),
                        step.at(),
                        step.after().life(),
                        (step.step().phase() == Plan.Phase.END ? "the end of: " : "")
                                + words.action(open.get(step.plan().id()))));
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
}
