package evenharbor.app.when.plan;

import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.RepeatKeys;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Forecast;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.when.plan.WallTime;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
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

/** Planned changes, closing for now, and what stands at any instant, over HTTP. */
@RestController
@RequestMapping("/api")
class PlanController {

    private static final Duration AHEAD = Duration.ofDays(400);
    private static final int MOST_MOMENTS = 60;

    private final PlannedChanges plans;
    private final PlanWorker worker;
    private final PlanWords words;
    private final PlanFindings findings;
    private final SiteClosures closures;
    private final LiveStates states;
    private final Sites sites;
    private final RepeatKeys repeats;
    private final Clock clock;

    PlanController(
            PlannedChanges plans,
            PlanWorker worker,
            PlanWords words,
            PlanFindings findings,
            SiteClosures closures,
            LiveStates states,
            Sites sites,
            RepeatKeys repeats,
            Clock clock) {
        this.plans = plans;
        this.worker = worker;
        this.words = words;
        this.findings = findings;
        this.closures = closures;
        this.states = states;
        this.sites = sites;
        this.repeats = repeats;
        this.clock = clock;
    }

    /**
     * A planned change.
     *
     * @param words what it does and when, in a sentence
     * @param action what it does
     * @param begun whether what it does for a while is under way
     * @param nextAt when something is next done of it; null for never
     * @param notes what a change of clocks does to its times
     */
    record PlannedChange(
            String id,
            String siteId,
            PlanForm form,
            String words,
            String action,
            boolean begun,
            boolean calledOff,
            @Schema(nullable = true) Instant nextAt,
            List<String> notes,
            long revision) {}

    /**
     * How a site stands from an instant on.
     *
     * @param state in one word
     * @param version number of the version that visitors get; null for none, or where it is not made yet
     * @param draft whether visitors get what the draft then is
     * @param closed what is closed, in a few words; empty while it is open
     */
    record SiteStanding(
            SiteLife.State state,
            @Schema(nullable = true) Integer version,
            boolean draft,
            String closed,
            @Schema(nullable = true) Instant reopens) {}

    /**
     * Something that will be done.
     *
     * @param planId of which plan
     * @param end whether it is its end
     * @param leftOut why it will change nothing; empty when it will
     */
    record PlannedMoment(String planId, Instant at, boolean end, SiteStanding after, String leftOut) {}

    /** Something that was done of a plan. */
    record PlanStepView(String planId, Instant dueAt, Instant doneAt, boolean end, boolean carried, String sentence) {}

    /**
     * The plans of a site.
     *
     * @param moments what is to come, the earliest first
     * @param done what was done lately, the latest first
     */
    record PlansView(
            SiteStanding now,
            List<PlannedChange> plans,
            List<PlannedMoment> moments,
            List<PlanStepView> done,
            List<PlanFindings.PlanFinding> findings) {}

    @GetMapping("/sites/{siteId}/plans")
    PlansView plans(@PathVariable String siteId) {
        sites.mine(siteId);
        List<PlanEntity> rows = plans.of(List.of(siteId));
        Forecast forecast = plans.forecast(siteId, clock.instant().plus(AHEAD));
        return new PlansView(
                view(states.of(siteId).life()),
                rows.stream().map(this::view).toList(),
                forecast.steps().stream()
                        .limit(MOST_MOMENTS)
                        .map(PlanController::view)
                        .toList(),
                plans.done(siteId).stream()
                        .map(row -> new PlanStepView(
                                row.key.planId(),
                                row.dueAt,
                                row.doneAt,
                                row.key.phase() == Plan.Phase.END,
                                row.carried,
                                row.sentence))
                        .toList(),
                findings.of(siteId, rows, forecast));
    }

    private PlannedChange view(PlanEntity row) {
        Plan plan = row.plan();
        Schedule schedule = plan.schedule();
        return new PlannedChange(
                row.id,
                row.siteId,
                new PlanForm(
                        row.kind,
                        row.number,
                        row.redirects,
                        row.everywhere,
                        row.closing == null ? null : PlanForm.ClosingForm.of(LifeJson.read(row.closing, Closing.class)),
                        row.addressId,
                        row.destinationId,
                        schedule.starts(),
                        schedule.ends().orElse(null),
                        schedule.zone().getId(),
                        schedule.second(),
                        schedule.repeat()
                                .map(again -> new PlanForm.RepeatForm(
                                        again.every(),
                                        again.interval(),
                                        again.last().orElse(null)))
                                .orElse(null)),
                words.of(row),
                words.action(row),
                plan.begun(),
                row.calledOff,
                row.nextAt,
                notes(schedule),
                row.revision);
    }

    /** What a change of clocks does to the times of a schedule. */
    static List<String> notes(Schedule schedule) {
        Map<String, LocalDateTime> times = new LinkedHashMap<>();
        times.put("The beginning", schedule.starts());
        schedule.ends().ifPresent(end -> times.put("The end", end));
        List<String> notes = new ArrayList<>();
        times.forEach((which, time) -> {
            WallTime settled = WallTime.of(time, schedule.zone(), schedule.second());
            if (settled.change() == WallTime.Change.SKIPPED) {
                notes.add(which + ": clocks are put forward over " + time.toLocalTime() + " that day. It will be at "
                        + settled.shown().toLocalTime() + ".");
            } else if (settled.change() == WallTime.Change.TWICE) {
                notes.add(which + ": clocks are put back that day, so " + time.toLocalTime()
                        + " comes twice. It will be at the " + (schedule.second() ? "second" : "first") + ".");
            }
        });
        return notes;
    }

    private static PlannedMoment view(Forecast.Foreseen one) {
        return new PlannedMoment(
                one.plan().id(),
                one.at(),
                one.step().phase() == Plan.Phase.END,
                view(one.after().life()),
                one.leftOut().map(Course.LeftOut::sentence).orElse(""));
    }

    private static SiteStanding view(SiteLife life) {
        boolean draft =
                life.shown().filter(shown -> shown.version() == PlanFacts.DRAFT).isPresent();
        return new SiteStanding(
                life.state(),
                !life.live() || draft
                        ? null
                        : life.shown().map(SiteLife.Shown::version).orElse(null),
                life.live() && draft,
                life.live() ? life.closure().map(PlanController::closed).orElse("") : "",
                life.live() ? life.closure().flatMap(Closure::reopens).orElse(null) : null);
    }

    private static String closed(Closure closure) {
        String what = closure.whole() ? "the whole site" : String.join(", ", closure.paths());
        if (closure.notice() instanceof Closure.Words notice) {
            return what + ", with the notice “" + notice.title() + "”";
        }
        return closure.notice() instanceof Closure.Page page
                ? what + ", with the page " + page.path()
                : what + ", visitors are sent to " + ((Closure.Elsewhere) closure.notice()).target();
    }

    @PostMapping("/sites/{siteId}/plans")
    @ResponseStatus(HttpStatus.CREATED)
    PlannedChange add(
            @PathVariable String siteId,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody PlanForm form) {
        String id = repeats.once(key, "plan", () -> plans.add(siteId, form.action(), form.schedule()));
        return view(plans.mine(id));
    }

    @PutMapping("/plans/{id}")
    PlannedChange change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody PlanForm form) {
        plans.change(id, form.action(), form.schedule(), IfMatch.revision(ifMatch));
        return view(plans.mine(id));
    }

    record CalledOff(boolean calledOff) {}

    @PutMapping("/plans/{id}/called-off")
    PlannedChange callOff(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody CalledOff wanted) {
        plans.callOff(id, wanted.calledOff(), IfMatch.revision(ifMatch));
        return view(plans.mine(id));
    }

    /**
     * How a site is closed now.
     *
     * @param until when it opens again, by the wall clock of the zone; null when that is not known
     */
    record CloseNow(
            Set<String> paths,
            Closing.Kind kind,
            String title,
            String text,
            String target,
            @Schema(nullable = true) LocalDateTime until,
            String zone) {}

    @PutMapping("/sites/{siteId}/closure")
    SiteStanding close(@PathVariable String siteId, @Valid @RequestBody CloseNow form) {
        Closing closing =
                new PlanForm.ClosingForm(form.paths(), form.kind(), form.title(), form.text(), form.target()).closing();
        if (form.until() == null) {
            return view(closures.close(siteId, closing, Optional.empty()).life());
        }
        plans.closeUntil(siteId, closing, form.until(), PlanForm.zone(form.zone()));
        worker.carryOut(siteId);
        return view(states.of(siteId).life());
    }

    @DeleteMapping("/sites/{siteId}/closure")
    SiteStanding reopen(@PathVariable String siteId) {
        Live live = plans.reopen(siteId);
        return view(live.life());
    }

    /**
     * How a site stands at an instant.
     *
     * @param known whether that is known: the past is, from when it began to be recorded
     * @param past whether it is over
     */
    record InstantView(
            Instant at,
            boolean known,
            boolean past,
            @Schema(nullable = true) SiteStanding standing) {}

    @GetMapping("/sites/{siteId}/standing")
    InstantView at(@PathVariable String siteId, @RequestParam Instant at) {
        Site site = sites.mine(siteId);
        Instant now = clock.instant();
        if (at.isAfter(now)) {
            SiteLife life = plans.forecast(siteId, at).at(at).life();
            return new InstantView(at, true, false, view(life));
        }
        Optional<SiteLife> life = states.at(site.id(), at);
        return new InstantView(
                at, life.isPresent(), true, life.map(PlanController::view).orElse(null));
    }
}
