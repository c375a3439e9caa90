package evenharbor.core.when.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a site's plans come to if nothing else is decided: the steps in the order in which they will be taken, and how the
 * site stands after each. It is found by taking the steps as they will be taken.
 *
 * @param begin how the site stands at the beginning
 * @param steps what is to come, the earliest first
 */
public record Forecast(Standing begin, List<Foreseen> steps) {

    /** More steps than people look at. */
    private static final int MOST_STEPS = 5_000;

    /**
     * A step that is to come.
     *
     * @param plan whose step it is, as it was before
     * @param step the step
     * @param at when it will be taken; later than it is due when it is late already
     * @param before how the site stands before
     * @param after how it stands after
     * @param leftOut why it will change nothing; empty when it will
     */
    public record Foreseen(
            Plan plan, Plan.Step step, Instant at, Standing before, Standing after, Optional<Course.LeftOut> leftOut) {}

    /** Foresees all that is due until an instant. */
    public static Forecast of(Course course, List<Plan> plans, Instant now, Instant until, Course.Facts facts) {
        List<Plan> left = new ArrayList<>(plans);
        List<Foreseen> steps = new ArrayList<>();
        Course at = course;
        for (Optional<Course.Due> next = Course.first(left);
                next.isPresent() && !next.get().step().at().isAfter(until) && steps.size() < MOST_STEPS;
                next = Course.first(left)) {
            Course.Due due = next.get();
            Instant when = due.step().at().isAfter(now) ? due.step().at() : now;
            Course.Taken taken = at.take(due, when, facts);
            steps.add(new Foreseen(
                    due.plan(), due.step(), when, at.standing(), taken.course().standing(), taken.leftOut()));
            at = taken.course();
            left.replaceAll(plan -> plan.id().equals(taken.plan().id()) ? taken.plan() : plan);
        }
        return new Forecast(course.standing(), List.copyOf(steps));
    }

    /** How the site stands at an instant to come. */
    public Standing at(Instant instant) {
        Standing standing = begin;
        for (Foreseen step : steps) {
            if (step.at().isAfter(instant)) {
                break;
            }
            standing = step.after();
        }
        return standing;
    }
}
