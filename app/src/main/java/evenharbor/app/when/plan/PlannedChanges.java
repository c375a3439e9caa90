package evenharbor.app.when.plan;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.hosting.destination.PlannedSendings;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.live.Closing;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Schedule;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changes that people plan ahead. */
@Service
@Transactional
public class PlannedChanges {

    private static final int MOST_OPEN = 200;
    private static final int MOST_STEPS = 50;

    private final PlanRepository repository;
    private final WhileRepository whiles;
    private final StepRepository steps;
    private final PlanFacts facts;
    private final PlanWords words;
    private final LiveStates states;
    private final Sites sites;
    private final Versions versions;
    private final PlannedSendings sendings;
    private final SiteClosures closures;
    private final Activities activities;
    private final Clock clock;

    PlannedChanges(
            PlanRepository repository,
            WhileRepository whiles,
            StepRepository steps,
            PlanFacts facts,
            PlanWords words,
            LiveStates states,
            Sites sites,
            Versions versions,
            PlannedSendings sendings,
            SiteClosures closures,
            Activities activities,
            Clock clock) {
        this.repository = repository;
        this.whiles = whiles;
        this.steps = steps;
        this.facts = facts;
        this.words = words;
        this.states = states;
        this.sites = sites;
        this.versions = versions;
        this.sendings = sendings;
        this.closures = closures;
        this.activities = activities;
        this.clock = clock;
    }

    /** The plans of one of the person's sites that are to come, the next first. */
    @Transactional(readOnly = true)
    public List<Plan> open(String siteId) {
        sites.mine(siteId);
        return repository.findBySiteIdInOrderByNextAtAscIdAsc(List.of(siteId)).stream()
                .filter(row -> row.nextAt != null && !row.calledOff)
                .map(PlanEntity::plan)
                .toList();
    }

    /** Plans a change. @return its id */
    public String add(String siteId, PlannedAction action, Schedule schedule) {
        Site site = sites.mine(siteId);
        states.lock(siteId);
        if (repository.lockOpen(siteId).size() >= MOST_OPEN) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site has " + MOST_OPEN + " plans already. Nothing was changed. Call some off first.");
        }
        check(site, action, schedule);
        PlanEntity row = new PlanEntity();
        row.id = Ids.id();
        row.siteId = siteId;
        write(row, action);
        row.become(schedule);
        row.become(Plan.of(row.id, action, schedule));
        row.createdBy = Current.person().id();
        row.createdAt = clock.instant();
        repository.save(row);
        activities.note(ActivityKind.PLANNED, siteId, Current.person(), words.of(row));
        return row.id;
    }

    private void check(Site site, PlannedAction action, Schedule schedule) {
        schedule.fault().ifPresent(fault -> {
            throw Problem.field("ends", fault);
        });
        if (schedule.ends().isPresent() && !action.mayEnd()) {
            throw Problem.field("ends", "This has no end: empty the field.");
        }
        boolean over = schedule.repeat().isEmpty()
                && schedule.first()
                        .end()
                        .orElse(schedule.first().start())
                        .isBefore(clock.instant().minusSeconds(60));
        if (over) {
            throw Problem.field("starts", "This time is over. Choose a later one.");
        }
        if (!site.rightsConfirmed() && action.facet() == PlannedAction.Facet.CONTENT) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site has never been published. Nothing was planned. Publish it from the review first.");
        }
        if (action.version().filter(n -> versions.find(site.id(), n).isEmpty()).isPresent()) {
            throw Problem.field("version", "There is no such version of this site.");
        }
        if (action instanceof PlannedAction.SwitchMain main
                && !facts.now(site.id()).mayBeMain(main.addressId())) {
            throw Problem.field("addressId", "Choose an address of this site that leads to its pages.");
        }
        if (action instanceof PlannedAction.SendTo send
                && sendings.place(site.id(), send.destinationId()).isEmpty()) {
            throw Problem.field("destinationId", "Choose a destination of this site.");
        }
        if (action instanceof PlannedAction.Close close) {
            close.closing().fault().ifPresent(fault -> {
                throw Problem.field("closing", fault);
            });
            if (facts.now(site.id()).closure(close.closing(), Optional.empty()).isEmpty()) {
                throw Problem.field("closing", "The draft has no such page. Choose another.");
            }
        }
    }

    private static void write(PlanEntity row, PlannedAction action) {
        row.number = null;
        row.closing = null;
        row.addressId = null;
        row.destinationId = null;
        row.redirects = false;
        row.everywhere = false;
        if (action instanceof PlannedAction.GoLive live) {
            row.kind = PlanEntity.Kind.GO_LIVE;
            row.number = live.number();
            row.redirects = live.redirects();
        } else if (action instanceof PlannedAction.PublishDraft) {
            row.kind = PlanEntity.Kind.PUBLISH_DRAFT;
        } else if (action instanceof PlannedAction.PutLive) {
            row.kind = PlanEntity.Kind.PUT_LIVE;
        } else if (action instanceof PlannedAction.TakeDown down) {
            row.kind = PlanEntity.Kind.TAKE_DOWN;
            row.everywhere = down.everywhere();
        } else if (action instanceof PlannedAction.Close close) {
            row.kind = PlanEntity.Kind.CLOSE;
            row.closing = LifeJson.write(close.closing());
        } else if (action instanceof PlannedAction.Reopen) {
            row.kind = PlanEntity.Kind.REOPEN;
        } else if (action instanceof PlannedAction.ApplyRedirects) {
            row.kind = PlanEntity.Kind.APPLY_REDIRECTS;
        } else if (action instanceof PlannedAction.SwitchMain main) {
            row.kind = PlanEntity.Kind.SWITCH_MAIN;
            row.addressId = main.addressId();
        } else if (action instanceof PlannedAction.SendTo send) {
            row.kind = PlanEntity.Kind.SEND_TO;
            row.destinationId = send.destinationId();
        }
    }

    /** Changes a plan. What has begun keeps its beginning: only its end can be moved. */
    public void change(String id, PlannedAction action, Schedule schedule, OptionalLong revision) {
        PlanEntity row = locked(id, revision);
        Plan before = row.plan();
        check(sites.mine(row.siteId), action, schedule);
        if (before.begun()) {
            boolean same = action.equals(before.action())
                    && schedule.starts().equals(before.schedule().starts())
                    && schedule.zone().equals(before.schedule().zone());
            if (!same) {
                throw new Problem(
                        ProblemType.NOT_READY,
                        "This has begun: only its end can be moved. Nothing was changed. End it first to plan it anew.");
            }
        }
        write(row, action);
        row.become(schedule);
        // What was done of it was done of another time: it begins anew, but where it is under way.
        row.become(
                before.begun() ? new Plan(id, action, schedule, before.last(), false) : Plan.of(id, action, schedule));
        repository.save(row);
        activities.note(ActivityKind.PLAN_CHANGED, row.siteId, Current.person(), words.of(row));
    }

    /** Calls a plan off, or takes that back. What has begun stays as it is. */
    public void callOff(String id, boolean off, OptionalLong revision) {
        PlanEntity row = locked(id, revision);
        Plan plan = row.plan();
        Plan again = new Plan(plan.id(), plan.action(), plan.schedule(), plan.last(), false);
        if (!off && again.nextAt().filter(at -> !at.isAfter(clock.instant())).isPresent()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Its time has come meanwhile, so it would be carried out at once. Nothing was changed. Give it another"
                            + " time to plan it again.");
        }
        row.become(new Plan(plan.id(), plan.action(), plan.schedule(), plan.last(), off));
        repository.save(row);
        activities.note(
                off ? ActivityKind.PLAN_CALLED_OFF : ActivityKind.PLANNED, row.siteId, Current.person(), words.of(row));
    }

    private PlanEntity locked(String id, OptionalLong revision) {
        // Nobody changes it, and no node carries it out, between reading it and changing it.
        repository.siteOf(id).ifPresent(states::lock);
        PlanEntity found = mine(id);
        if (revision.isPresent() && revision.getAsLong() != found.revision) {
            throw new Problem(
                    ProblemType.STALE,
                    "This plan was changed in the meantime. Your change was not made. See how it is now, then try again.");
        }
        return found;
    }

    /** One of the person's plans. */
    PlanEntity mine(String id) {
        PlanEntity row = repository.findById(id).orElseThrow(() -> Problem.notFound("This plan"));
        sites.mine(row.siteId);
        return row;
    }

    /** What was done of a site's plans lately, the latest first. */
    @Transactional(readOnly = true)
    List<StepRow> done(String siteId) {
        return steps.findBySiteIdOrderByDoneAtDesc(siteId, Limit.of(MOST_STEPS));
    }

    /** Closes a site at once, to be opened again at a time. */
    public void closeUntil(String siteId, Closing closing, LocalDateTime until, ZoneId zone) {
        LocalDateTime starts = LocalDateTime.ofInstant(clock.instant(), zone).truncatedTo(ChronoUnit.MINUTES);
        if (!states.of(siteId).live()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site is not live, so there is nothing to close. Nothing was changed. Publish it first.");
        }
        add(
                siteId,
                new PlannedAction.Close(closing),
                new Schedule(starts, Optional.of(until), zone, false, Optional.empty()));
    }

    /** Opens a site again; what was to open it later has nothing left to do. */
    public Live reopen(String siteId) {
        sites.mine(siteId);
        states.lock(siteId);
        List<PlanEntity> rows = repository.lockOpen(siteId);
        for (WhileRow row : whiles.findBySiteIdOrderById(siteId)) {
            if (row.facet == PlannedAction.Facet.CLOSURE) {
                whiles.delete(row);
                rows.stream().filter(plan -> plan.id.equals(row.planId)).forEach(plan -> {
                    Plan now = plan.plan();
                    plan.become(now.next()
                            .filter(step -> step.phase() == Plan.Phase.END)
                            .map(step -> now.after(step, false))
                            .orElse(now));
                    repository.save(plan);
                });
            }
        }
        return closures.reopen(siteId);
    }
}
