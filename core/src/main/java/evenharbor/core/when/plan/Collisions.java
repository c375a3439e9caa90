package evenharbor.core.when.plan;

import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Forecast.Foreseen;
import evenharbor.core.when.plan.PlannedAction.Facet;
import evenharbor.core.when.plan.Surroundings.Ending;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Where plans get in each other's way, or come to nothing, read off what they will do. */
public final class Collisions {

    /** What can go wrong. */
    public enum Kind {
        /** Two begin at one time, and only one of them counts. */
        SAME_TIME,
        /** It will not end as planned: something else is decided for good before. */
        END_IS_VAIN,
        /** It changes nothing: the site stands so already. */
        CHANGES_NOTHING,
        /** It will be left out: what it needs will not be there. */
        LEFT_OUT,
        /** Nobody will see it: the site is closed then. */
        CLOSED_THEN,
        /** Nobody will see it: the site is not live then. */
        NOT_LIVE_THEN,
        /** It replaces what went live after it was planned. */
        REPLACES_NEWER,
        /** Visitors do not reach it, or not to its end: the domain ends before. */
        DOMAIN_ENDS,
        /** Visitors are warned of it, or from some day on: the certificate ends before. */
        CERTIFICATE_ENDS,
        /** The host it goes to is in trouble now. */
        HOST_TROUBLE,
        /** The draft could not be published as it is now. */
        DRAFT_TROUBLE
    }

    /**
     * A collision.
     *
     * @param planId the plan that is in trouble
     * @param otherId the plan that is in its way; empty for none
     * @param at when
     * @param why the reason in a sentence, for what is left out or in trouble; empty for the others
     * @param ending what ends, for what does not reach its end
     */
    public record Collision(
            Kind kind, String planId, Optional<String> otherId, Instant at, String why, Optional<Ending> ending) {}

    private Collisions() {}

    /**
     * The collisions of a forecast, each plan's first of a kind.
     *
     * @param newestLive number of the newest version that has been live; 0 for none
     * @param newestWhenPlanned the same at the time at which each plan was made, by its id
     */
    public static List<Collision> of(
            Forecast forecast, int newestLive, Map<String, Integer> newestWhenPlanned, Surroundings around) {
        List<Collision> all = new ArrayList<>();
        List<Foreseen> steps = forecast.steps();
        for (int i = 0; i < steps.size(); i++) {
            Foreseen step = steps.get(i);
            boolean start = step.step().phase() == Plan.Phase.START;
            Facet facet = step.plan().action().facet();
            if (step.leftOut().isPresent()) {
                boolean vain = step.leftOut().get() == Course.LeftOut.DECIDED_SINCE;
                add(
                        all,
                        vain ? Kind.END_IS_VAIN : Kind.LEFT_OUT,
                        step,
                        vain ? decider(steps, i, facet) : Optional.empty());
                continue;
            }
            if (!start) {
                continue;
            }
            troubles(all, step, around);
            if (facet == Facet.HOST) {
                continue;
            }
            endings(all, step, around);
            sameTime(steps, i).ifPresent(other -> add(all, Kind.SAME_TIME, step, Optional.of(other)));
            if (step.plan().action().facets().stream()
                    .allMatch(each -> step.after().sameAs(step.before(), each))) {
                add(all, Kind.CHANGES_NOTHING, step, Optional.empty());
            }
            if (facet == Facet.CONTENT && step.after().life().state() == SiteLife.State.CLOSED) {
                add(all, Kind.CLOSED_THEN, step, closer(steps, i));
            }
            if (step.plan().action() instanceof PlannedAction.Close
                    && !step.after().life().live()) {
                add(all, Kind.NOT_LIVE_THEN, step, Optional.empty());
            }
            int known = newestWhenPlanned.getOrDefault(step.plan().id(), newestLive);
            if (step.plan().action() instanceof PlannedAction.GoLive live
                    && newestLive > known
                    && live.number() < newestLive) {
                add(all, Kind.REPLACES_NEWER, step, Optional.empty());
            }
        }
        return List.copyOf(all);
    }

    private static void add(List<Collision> all, Kind kind, Foreseen step, Optional<String> other) {
        boolean told = all.stream()
                .anyMatch(c -> c.kind() == kind && c.planId().equals(step.plan().id()));
        if (!told) {
            all.add(new Collision(
                    kind,
                    step.plan().id(),
                    other,
                    step.at(),
                    step.leftOut().map(Course.LeftOut::sentence).orElse(""),
                    Optional.empty()));
        }
    }

    /** What the plan starts from is in trouble today: there is time to see to it. */
    private static void troubles(List<Collision> all, Foreseen step, Surroundings around) {
        PlannedAction action = step.plan().action();
        Optional<String> trouble = action instanceof PlannedAction.SendTo send
                ? around.hostTrouble(send.destinationId())
                : action instanceof PlannedAction.PublishDraft ? around.draftTrouble() : Optional.empty();
        trouble.filter(why -> all.stream()
                        .noneMatch(c -> c.planId().equals(step.plan().id())))
                .ifPresent(why -> all.add(new Collision(
                        action instanceof PlannedAction.SendTo ? Kind.HOST_TROUBLE : Kind.DRAFT_TROUBLE,
                        step.plan().id(),
                        Optional.empty(),
                        step.at(),
                        why,
                        Optional.empty())));
    }

    /** What the address that is to be shared then needs, and that will have ended by the time or before the plan's end. */
    private static void endings(List<Collision> all, Foreseen step, Surroundings around) {
        Standing then = step.after();
        Instant until = step.step().occurrence().end().orElse(step.at());
        if (!then.life().live() || then.main().isEmpty()) {
            return;
        }
        for (Ending ending : around.endings(then.main())) {
            boolean told = all.stream()
                    .anyMatch(c -> c.kind() == ending.kind()
                            && c.planId().equals(step.plan().id()));
            if (!told && !ending.at().isAfter(until)) {
                all.add(new Collision(
                        ending.kind(), step.plan().id(), Optional.empty(), step.at(), "", Optional.of(ending)));
            }
        }
    }

    /** A later step of another plan that begins at the same time with the same. */
    private static Optional<String> sameTime(List<Foreseen> steps, int from) {
        Foreseen step = steps.get(from);
        for (int i = from + 1; i < steps.size() && steps.get(i).at().equals(step.at()); i++) {
            Foreseen other = steps.get(i);
            if (other.step().phase() == Plan.Phase.START
                    && other.leftOut().isEmpty()
                    && other.plan().action().facet() == step.plan().action().facet()) {
                return Optional.of(other.plan().id());
            }
        }
        return Optional.empty();
    }

    /** The last plan before a step that decided the same for good. */
    private static Optional<String> decider(List<Foreseen> steps, int before, Facet facet) {
        for (int i = before - 1; i >= 0; i--) {
            Foreseen step = steps.get(i);
            boolean forGood = step.step().phase() == Plan.Phase.START
                    && step.step().occurrence().end().isEmpty();
            if (forGood
                    && step.plan().action().facet() == facet
                    && step.leftOut().isEmpty()) {
                return Optional.of(step.plan().id());
            }
        }
        return Optional.empty();
    }

    /** The last plan before a step that closed the site. */
    private static Optional<String> closer(List<Foreseen> steps, int before) {
        for (int i = before - 1; i >= 0; i--) {
            Foreseen step = steps.get(i);
            if (step.plan().action() instanceof PlannedAction.Close
                    && step.step().phase() == Plan.Phase.START
                    && step.leftOut().isEmpty()) {
                return Optional.of(step.plan().id());
            }
        }
        return Optional.empty();
    }
}
