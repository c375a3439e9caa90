package evenharbor.core.when.plan;

import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Plan.Phase;
import evenharbor.core.when.plan.Plan.Step;
import evenharbor.core.when.plan.PlannedAction.Facet;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The course of a site through its plans: how it stands, and what stands only for a while. One unchangeable value; each step
 * makes the next one. What carries plans out and what foresees them both go by it.
 *
 * @param standing how the site stands
 * @param whiles what was begun and will end, in the order in which it began
 */
public record Course(Standing standing, List<While> whiles) {

    /**
     * Something that stands for a while.
     *
     * @param planId the plan that began it
     * @param local which of its occurrences
     * @param facet what it changed
     * @param before how the site stood before
     * @param after how it stood right after
     */
    public record While(String planId, LocalDateTime local, Facet facet, Standing before, Standing after) {

        /** The same, begun from another standing. */
        While from(Standing other) {
            return new While(planId, local, facet, other, after);
        }
    }

    /** What steps need to know of the site. */
    public interface Facts {
        /** What a version shows; empty when it is not there any more. */
        Optional<SiteLife.Shown> version(int number);

        /** Hash of a version's redirects. */
        String redirectsOf(int number);

        /** Hash of the redirects that are worked on: they go live with a publish. */
        String redirectsNow();

        /** What publishing the draft would show at an instant. */
        SiteLife.Shown draft(Instant at);

        /** The closure with its notice; empty when its page is not there. */
        Optional<Closure> closure(Closing closing, Optional<Instant> reopens);

        /** Whether an address can be the main one. */
        boolean mayBeMain(String addressId);

        /** Whether a destination is there to publish to. */
        boolean maySendTo(String destinationId);
    }

    /** Why a step was left out. */
    public enum LeftOut {
        ENDED_MEANWHILE("It was late, and would have been over by then."),
        NEXT_IS_DUE("It was late, and the next time had come already."),
        VERSION_GONE("The version is not there any more."),
        PAGE_GONE("The page of the notice is not there any more."),
        ADDRESS_GONE("The address cannot be the main one any more."),
        HOST_GONE("The host or its folder is not there any more."),
        NOT_LIVE("The site was not live, so that nobody met its redirects."),
        NEVER_LIVE("The site had never been live."),
        DELETED("The site was deleted."),
        DECIDED_SINCE("Something else was decided in the meantime, and stays.");

        private final String sentence;

        LeftOut(String sentence) {
            this.sentence = sentence;
        }

        /** The reason, for a person. */
        public String sentence() {
            return sentence;
        }
    }

    /**
     * What came of a step.
     *
     * @param course the course from now on
     * @param plan the plan from now on
     * @param leftOut why nothing was changed; empty when it was carried out
     */
    public record Taken(Course course, Plan plan, Optional<LeftOut> leftOut) {}

    /** A step that is due, and whose. */
    public record Due(Plan plan, Step step) {}

    /** The order of steps: by time; what ends before what begins; then by the plans' ids. */
    private static final Comparator<Due> ORDER = Comparator.comparing(
                    (Due due) -> due.step().at())
            .thenComparing(due -> due.step().phase() == Phase.START)
            .thenComparing(due -> due.plan().id());

    /** A site that nothing is planned of yet. */
    public static Course of(Standing standing) {
        return new Course(standing, List.of());
    }

    /** The first step of some plans of one site that is due at an instant; empty for none. */
    public static Optional<Due> due(List<Plan> plans, Instant now) {
        return first(plans).filter(due -> !due.step().at().isAfter(now));
    }

    /** The first step of some plans of one site, whenever it is. */
    public static Optional<Due> first(List<Plan> plans) {
        return plans.stream()
                .flatMap(plan -> plan.next().map(step -> new Due(plan, step)).stream())
                .min(ORDER);
    }

    /** Takes a step that is due. @param now when that is; later than the step when it is late */
    public Taken take(Due due, Instant now, Facts facts) {
        Plan plan = due.plan();
        Step step = due.step();
        return switch (plan.judge(step, now)) {
            case WAIT -> throw new IllegalArgumentException("Not due before " + step.at());
            case ENDED_MEANWHILE -> leftOut(due, LeftOut.ENDED_MEANWHILE);
            case NEXT_IS_DUE -> leftOut(due, LeftOut.NEXT_IS_DUE);
            case CARRY_OUT -> step.phase() == Phase.START ? begin(due, facts) : end(due);
        };
    }

    private Taken leftOut(Due due, LeftOut why) {
        return new Taken(this, due.plan().after(due.step(), false), Optional.of(why));
    }

    private Taken begin(Due due, Facts facts) {
        PlannedAction action = due.plan().action();
        Begun begun = begun(due, facts);
        if (begun.refusal().isPresent()) {
            return leftOut(due, begun.refusal().get());
        }
        Standing after = begun.standing().orElseThrow();
        List<While> now = new ArrayList<>(whiles);
        if (due.step().occurrence().end().isPresent() && action.mayEnd()) {
            action.facets()
                    .forEach(facet -> now.add(
                            new While(due.plan().id(), due.step().occurrence().local(), facet, standing, after)));
        } else {
            // What is decided for good ends all that stood for a while.
            now.removeIf(one -> action.facets().contains(one.facet()));
        }
        return new Taken(new Course(after, List.copyOf(now)), due.plan().after(due.step(), true), Optional.empty());
    }

    private record Begun(Optional<Standing> standing, Optional<LeftOut> refusal) {
        static Begun refused(LeftOut why) {
            return new Begun(Optional.empty(), Optional.of(why));
        }
    }

    private Begun begun(Due due, Facts facts) {
        PlannedAction action = due.plan().action();
        if (standing.life().deleted()) {
            return Begun.refused(LeftOut.DELETED);
        }
        if (action instanceof PlannedAction.SwitchMain main) {
            return facts.mayBeMain(main.addressId())
                    ? new Begun(Optional.of(new Standing(standing.life(), main.addressId())), Optional.empty())
                    : Begun.refused(LeftOut.ADDRESS_GONE);
        }
        if (action instanceof PlannedAction.SendTo send) {
            return facts.maySendTo(send.destinationId())
                    ? new Begun(Optional.of(standing), Optional.empty())
                    : Begun.refused(LeftOut.HOST_GONE);
        }
        if (action instanceof PlannedAction.ApplyRedirects) {
            return standing.life().live()
                    ? changed(new SiteEvent.RedirectsApplied(facts.redirectsNow()))
                    : Begun.refused(LeftOut.NOT_LIVE);
        }
        if (action instanceof PlannedAction.GoLive live) {
            Optional<SiteLife.Shown> shown = facts.version(live.number());
            return shown.isEmpty()
                    ? Begun.refused(LeftOut.VERSION_GONE)
                    : changed(new SiteEvent.Restored(
                            shown.get(),
                            live.redirects()
                                    ? facts.redirectsOf(live.number())
                                    : standing.life().redirects()));
        }
        if (action instanceof PlannedAction.PublishDraft) {
            return changed(new SiteEvent.Restored(facts.draft(due.step().at()), facts.redirectsNow()));
        }
        if (action instanceof PlannedAction.PutLive) {
            return standing.life().shown().isEmpty()
                    ? Begun.refused(LeftOut.NEVER_LIVE)
                    : changed(new SiteEvent.Restored(
                            standing.life().shown().get(), standing.life().redirects()));
        }
        if (action instanceof PlannedAction.TakeDown down) {
            return changed(new SiteEvent.TakenDown(down.everywhere()));
        }
        if (action instanceof PlannedAction.Close close) {
            Optional<Closure> closure =
                    facts.closure(close.closing(), due.step().occurrence().end());
            return closure.isEmpty() ? Begun.refused(LeftOut.PAGE_GONE) : changed(new SiteEvent.Closed(closure.get()));
        }
        return standing.life().closure().isEmpty()
                ? new Begun(Optional.of(standing), Optional.empty())
                : changed(new SiteEvent.Reopened());
    }

    private Begun changed(SiteEvent event) {
        SiteLife after = ((SiteLife.Outcome.Next) standing.life().on(event)).life();
        return new Begun(Optional.of(new Standing(after, standing.main())), Optional.empty());
    }

    /** Ends what stands for a while before its time. */
    public Taken endNow(Due due) {
        return end(due);
    }

    private Taken end(Due due) {
        Course course = this;
        List<Facet> facets = due.plan().action().facets();
        for (Facet facet : facets) {
            Optional<Course> ended = course.ended(due, facet);
            if (ended.isEmpty() && facet == facets.get(0)) {
                // What it is about was decided otherwise: what came with that stays, too.
                return without(due).leftOut(due, LeftOut.DECIDED_SINCE);
            }
            course = ended.orElse(course);
        }
        return new Taken(course.without(due), due.plan().after(due.step(), true), Optional.empty());
    }

    /** One facet as it was before; empty when that was decided otherwise in the meantime. */
    private Optional<Course> ended(Due due, Facet facet) {
        int index = 0;
        while (index < whiles.size() && !(whiles.get(index).facet() == facet && of(due, whiles.get(index)))) {
            index++;
        }
        if (index == whiles.size()) {
            return Optional.empty();
        }
        While ending = whiles.get(index);
        List<While> left = new ArrayList<>(whiles);
        left.remove(index);
        int above = nextOf(facet, index, left);
        if (above >= 0) {
            // Something began in between and still stands: it goes back to where this would have gone.
            While then = left.get(above);
            left.set(above, then.from(then.before().back(ending.before(), facet)));
            return Optional.of(new Course(standing, List.copyOf(left)));
        }
        return standing.sameAs(ending.after(), facet)
                ? Optional.of(new Course(standing.back(ending.before(), facet), List.copyOf(left)))
                : Optional.empty();
    }

    private Course without(Due due) {
        return new Course(standing, whiles.stream().filter(one -> !of(due, one)).toList());
    }

    private static boolean of(Due due, While one) {
        return one.planId().equals(due.plan().id())
                && one.local().equals(due.step().occurrence().local());
    }

    private static int nextOf(Facet facet, int from, List<While> left) {
        for (int i = from; i < left.size(); i++) {
            if (left.get(i).facet() == facet) {
                return i;
            }
        }
        return -1;
    }
}
