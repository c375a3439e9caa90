package evenharbor.app.when.plan;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.live.LifeChange;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.Standing;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Carries plans out when their time comes. A step and what it changes are one transaction under the site's lock: whichever
 * node dies, a step is done once or not at all.
 */
@Component
class PlanWorker {

    private static final Logger LOG = LoggerFactory.getLogger(PlanWorker.class);
    private static final int SITES_AT_ONCE = 500;
    private static final int STEPS_AT_ONCE = 2_000;

    /** By the real clock: how long a site is left alone that made trouble. */
    private static final Duration AFTER_TROUBLE = Duration.ofSeconds(30);

    /** By the harbor's clock: what is done later than this is told as late. */
    private static final Duration LATE = Duration.ofMinutes(5);

    private final PlanRepository repository;
    private final WhileRepository whiles;
    private final StepRepository steps;
    private final PlanFacts facts;
    private final PlanWords words;
    private final PublishedBy published;
    private final LiveStates states;
    private final Sites sites;
    private final Versions versions;
    private final Activities activities;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final PlanEffects effects;
    private final Map<String, Instant> troubled = new ConcurrentHashMap<>();

    PlanWorker(
            PlanRepository repository,
            WhileRepository whiles,
            StepRepository steps,
            PlanFacts facts,
            PlanWords words,
            PublishedBy published,
            LiveStates states,
            Sites sites,
            Versions versions,
            Activities activities,
            TransactionTemplate transactions,
            Clock clock,
            PlanEffects effects) {
        this.repository = repository;
        this.whiles = whiles;
        this.steps = steps;
        this.facts = facts;
        this.words = words;
        this.published = published;
        this.states = states;
        this.sites = sites;
        this.versions = versions;
        this.activities = activities;
        this.transactions = transactions;
        this.clock = clock;
        this.effects = effects;
    }

    /** Carries out what is due, of any site. One site's trouble keeps no other waiting. */
    void sweep() {
        for (String siteId : repository.sitesDue(clock.instant(), Limit.of(SITES_AT_ONCE))) {
            if (Instant.now().isBefore(troubled.getOrDefault(siteId, Instant.MIN))) {
                continue;
            }
            try {
                prepare(siteId);
                carryOut(siteId);
                troubled.remove(siteId);
            } catch (RuntimeException | Error e) {
                troubled.put(siteId, Instant.now().plus(AFTER_TROUBLE));
                LOG.error("A plan of site {} could not be carried out; it is tried again", siteId, e);
            }
        }
    }

    /** Builds what is about to go live before the site is locked: a large one takes its time. */
    private void prepare(String siteId) {
        Instant now = clock.instant();
        repository.findBySiteIdInOrderByNextAtAscIdAsc(List.of(siteId)).stream()
                .filter(row -> row.nextAt != null && !row.nextAt.isAfter(now) && row.number != null)
                .flatMap(row -> versions.find(siteId, row.number).stream())
                .forEach(versions::buildOf);
    }

    /** Carries out what is due of one site. */
    void carryOut(String siteId) {
        Optional<Refused> refused = Optional.empty();
        for (int step = 0; step < STEPS_AT_ONCE; step++) {
            Optional<Refused> known = refused;
            try {
                if (!Boolean.TRUE.equals(transactions.execute(status -> next(siteId, known)))) {
                    return;
                }
                refused = Optional.empty();
            } catch (Refused now) {
                if (now.problem.type() == ProblemType.PUBLISH_RUNNING) {
                    // It is taken up again when that is done.
                    return;
                }
                // What it had begun is taken back; then the step is left out.
                refused = Optional.of(now);
            }
        }
    }

    /** A step that cannot be carried out as things are. */
    private static final class Refused extends RuntimeException {
        private final Course.Due due;
        private final Problem problem;

        Refused(Course.Due due, Problem problem) {
            super(problem);
            this.due = due;
            this.problem = problem;
        }
    }

    /** Takes one step. @param refused a step that was tried and cannot be @return whether there was one */
    private boolean next(String siteId, Optional<Refused> refused) {
        Live live = states.lock(siteId);
        List<PlanEntity> rows = repository.lockOpen(siteId);
        Instant now = clock.instant();
        Optional<Course.Due> due =
                Course.due(rows.stream().map(PlanEntity::plan).toList(), now);
        if (due.isEmpty()) {
            return false;
        }
        Site site = sites.find(siteId).orElseThrow();
        PlanEntity row = rows.stream()
                .filter(one -> one.id.equals(due.get().plan().id()))
                .findFirst()
                .orElseThrow();
        if (refused.filter(r -> r.due.equals(due.get())).isPresent()) {
            become(row, due.get().plan().after(due.get().step(), false));
            done(site, row, due.get(), now, Optional.of(refused.get().problem.getMessage()), Optional.empty());
            return true;
        }
        take(site, live, row, due.get(), course -> course.take(due.get(), now, facts.now(siteId)));
        return true;
    }

    /** Ends what stands for a while before its time, as it would end by itself. */
    void endNow(String siteId, String planId, OptionalLong revision) {
        Person person = Current.person();
        transactions.executeWithoutResult(status -> {
            Live live = states.lock(siteId);
            PlanEntity row = repository.lockOpen(siteId).stream()
                    .filter(one -> one.id.equals(planId) && one.plan().begun())
                    .findFirst()
                    .orElseThrow(() -> new Problem(
                            ProblemType.NOT_READY,
                            "This is not under way, so it cannot be ended. Nothing was changed. See how it is now."));
            if (revision.isPresent() && revision.getAsLong() != row.revision) {
                throw new Problem(
                        ProblemType.STALE,
                        "This plan was changed in the meantime. It was not ended. See how it is now, then try again.");
            }
            Plan plan = row.plan();
            Course.Due due = new Course.Due(plan, plan.next().orElseThrow());
            try {
                take(sites.find(siteId).orElseThrow(), live, row, due, course -> course.endNow(due));
            } catch (Refused refused) {
                throw refused.problem;
            }
            activities.note(ActivityKind.PLAN_CHANGED, siteId, person, words.action(row) + ", ended before its time");
        });
    }

    /** Takes a step that is decided on, and all that comes of it. */
    private void take(Site site, Live live, PlanEntity row, Course.Due due, Function<Course, Course.Taken> decided) {
        List<WhileRow> open = whiles.findBySiteIdOrderById(site.id());
        Course course = new Course(
                new Standing(live.life(), facts.main(site.id())),
                open.stream().map(published::settled).toList());
        Course.Taken taken = decided.apply(course);
        Optional<String> publication = Optional.empty();
        if (taken.leftOut().isEmpty()) {
            try {
                publication = effects.apply(site, due, course.standing(), taken);
            } catch (Problem problem) {
                throw new Refused(due, problem);
            }
        }
        become(row, taken.plan());
        keep(site.id(), open, course.whiles(), taken.course().whiles(), publication.orElse(null));
        done(
                site,
                row,
                due,
                clock.instant(),
                taken.leftOut().map(Course.LeftOut::sentence),
                LifeChange.between(live.life(), taken.course().standing().life()));
    }

    private void become(PlanEntity row, Plan plan) {
        row.become(plan);
        repository.save(row);
    }

    private void keep(
            String siteId,
            List<WhileRow> open,
            List<Course.While> before,
            List<Course.While> after,
            String publication) {
        for (int i = 0; i < before.size(); i++) {
            WhileRow row = open.get(i);
            Optional<Course.While> still =
                    after.stream().filter(one -> row.of(one)).findFirst();
            if (still.isEmpty()) {
                whiles.delete(row);
            } else if (!still.get().equals(before.get(i))) {
                row.become(still.get());
                whiles.save(row);
            }
        }
        after.stream()
                .filter(one -> open.stream().noneMatch(row -> row.of(one)))
                .forEach(one -> whiles.save(WhileRow.of(siteId, one, publication)));
    }

    private void done(
            Site site,
            PlanEntity plan,
            Course.Due due,
            Instant now,
            Optional<String> refusal,
            Optional<LifeChange> noticed) {
        StepRow row = new StepRow();
        row.key = new StepRow.Key(
                plan.id, due.step().occurrence().local(), due.step().phase());
        row.siteId = site.id();
        row.dueAt = due.step().at();
        row.doneAt = now;
        row.carried = refusal.isEmpty();
        row.sentence = refusal.orElse("");
        steps.save(row);
        String what = words.action(plan);
        activities.note(
                refusal.isPresent()
                        ? ActivityKind.PLAN_LEFT_OUT
                        : now.isAfter(due.step().at().plus(LATE))
                                ? ActivityKind.PLAN_CARRIED_OUT_LATE
                                : ActivityKind.PLAN_CARRIED_OUT,
                site.id(),
                Activities.harbor(site.accountId()),
                (due.step().phase() == Plan.Phase.START ? what : "the end of: " + what)
                        + refusal.map(why -> ". " + why).orElse(""),
                noticed.map(PlanEffects::told));
    }
}
