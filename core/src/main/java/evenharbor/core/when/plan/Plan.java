package evenharbor.core.when.plan;

import evenharbor.core.when.plan.Schedule.Occurrence;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Optional;

/**
 * A change that will happen at a set time: once, for a while, or again and again. One unchangeable value.
 *
 * @param id its id; plans due at one time are carried out in the order of their ids
 * @param action what it does
 * @param schedule when
 * @param last what was done of it last; empty when nothing was yet
 * @param calledOff whether it is not to happen any more; what has begun stays as it is
 */
public record Plan(String id, PlannedAction action, Schedule schedule, Optional<Done> last, boolean calledOff) {

    /** The two moments of an occurrence. */
    public enum Phase {
        START,
        END
    }

    /**
     * One thing to do.
     *
     * @param at when it is due
     */
    public record Step(Occurrence occurrence, Phase phase, Instant at) {}

    /**
     * What was done last.
     *
     * @param local the occurrence, by its wall-clock time
     * @param phase which moment of it
     * @param carried whether it was carried out, or left out
     */
    public record Done(LocalDateTime local, Phase phase, boolean carried) {}

    /** What to do with a step at an instant. */
    public enum Verdict {
        /** Its time has not come. */
        WAIT,
        CARRY_OUT,
        /** It is late, and what it began would be over: it is left out. */
        ENDED_MEANWHILE,
        /** It is late, and the next time has come, too: only that one is carried out. */
        NEXT_IS_DUE
    }

    /** A plan that nothing was done of yet. */
    public static Plan of(String id, PlannedAction action, Schedule schedule) {
        return new Plan(id, action, schedule, Optional.empty(), false);
    }

    /** What comes next; empty when all is done, or it was called off. */
    public Optional<Step> next() {
        if (calledOff) {
            return Optional.empty();
        }
        if (last.isEmpty()) {
            return Optional.of(start(schedule.first()));
        }
        Done done = last.get();
        if (done.phase() == Phase.START && done.carried()) {
            Occurrence begun = schedule.occurrence(done.local());
            if (begun.end().isPresent()) {
                return Optional.of(new Step(begun, Phase.END, begun.end().get()));
            }
        }
        return schedule.after(done.local()).map(Plan::start);
    }

    private static Step start(Occurrence occurrence) {
        return new Step(occurrence, Phase.START, occurrence.start());
    }

    /** When something is next to be done; empty for never. */
    public Optional<Instant> nextAt() {
        return next().map(Step::at);
    }

    /**
     * What to do with the next step. The rule for what is late: what would be over by now is left out; of several times that
     * came meanwhile only the last is carried out; all else is carried out late. An end always follows its beginning.
     */
    public Verdict judge(Step step, Instant now) {
        if (step.at().isAfter(now)) {
            return Verdict.WAIT;
        }
        if (step.phase() == Phase.END) {
            return Verdict.CARRY_OUT;
        }
        if (step.occurrence().end().filter(end -> !end.isAfter(now)).isPresent()) {
            return Verdict.ENDED_MEANWHILE;
        }
        return schedule.after(step.occurrence().local())
                        .filter(later -> !later.start().isAfter(now))
                        .isPresent()
                ? Verdict.NEXT_IS_DUE
                : Verdict.CARRY_OUT;
    }

    /** The plan after a step. @param carried whether it was carried out, or left out */
    public Plan after(Step step, boolean carried) {
        return new Plan(
                id,
                action,
                schedule,
                Optional.of(new Done(step.occurrence().local(), step.phase(), carried)),
                calledOff);
    }

    /** The plan that is not to happen any more. */
    public Plan calledOffNow() {
        return new Plan(id, action, schedule, last, true);
    }

    /** Whether what it does for a while is under way. */
    public boolean begun() {
        return next().filter(step -> step.phase() == Phase.END).isPresent();
    }
}
