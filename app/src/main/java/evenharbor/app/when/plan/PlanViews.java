package evenharbor.app.when.plan;

import evenharbor.app.what.live.LifeJson;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Forecast;
import evenharbor.core.when.plan.Plan;
import evenharbor.core.when.plan.RedirectDates;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.when.plan.WallTime;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Plans, what they come to, and how sites stand, as the API shows them. */
@Component
class PlanViews {

    private final PlanWords words;

    PlanViews(PlanWords words) {
        this.words = words;
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

    /** A redirect that begins or ends by a date of its own. @param words what happens */
    record RedirectMoment(Instant at, boolean begins, String words) {}

    /** Something that was done of a plan. */
    record PlanStepView(String planId, Instant dueAt, Instant doneAt, boolean end, boolean carried, String sentence) {}

    /**
     * The plans of a site.
     *
     * @param moments what is to come, the earliest first
     * @param redirects what redirects do by dates of their own, the earliest first
     * @param done what was done lately, the latest first
     */
    record PlansView(
            SiteStanding now,
            List<PlannedChange> plans,
            List<PlannedMoment> moments,
            List<RedirectMoment> redirects,
            List<PlanStepView> done,
            List<PlanFindings.PlanFinding> findings) {}

    /** A planned change. */
    PlannedChange of(PlanEntity row) {
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

    /** Something that will be done. */
    static PlannedMoment of(Forecast.Foreseen one) {
        return new PlannedMoment(
                one.plan().id(),
                one.at(),
                one.step().phase() == Plan.Phase.END,
                of(one.after().life()),
                one.leftOut().map(Course.LeftOut::sentence).orElse(""));
    }

    /** A redirect that begins or ends. */
    static RedirectMoment of(RedirectDates.Dated one) {
        return new RedirectMoment(one.at(), one.begins(), PlanWords.dated(one));
    }

    /** How a site stands. */
    static SiteStanding of(SiteLife life) {
        boolean draft =
                life.shown().filter(shown -> shown.version() == PlanFacts.DRAFT).isPresent();
        return new SiteStanding(
                life.state(),
                !life.live() || draft
                        ? null
                        : life.shown().map(SiteLife.Shown::version).orElse(null),
                life.live() && draft,
                life.live() ? life.closure().map(PlanViews::closed).orElse("") : "",
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

    /** Something that was done. */
    static PlanStepView of(StepRow row) {
        return new PlanStepView(
                row.key.planId(), row.dueAt, row.doneAt, row.key.phase() == Plan.Phase.END, row.carried, row.sentence);
    }
}
