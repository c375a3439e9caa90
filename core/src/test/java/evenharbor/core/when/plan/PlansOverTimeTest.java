package evenharbor.core.when.plan;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Plan.Phase;
import evenharbor.core.when.plan.PlannedAction.Facet;
import evenharbor.core.when.plan.Schedule.Occurrence;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Random sets of plans over two years, carried out by nodes that are slow, stand still and die in the midst of a step. Each
 * time that nothing is overdue, visitors must get what a plain reading of the plans says.
 */
class PlansOverTimeTest {

    private static final int SETS = Integer.getInteger("harbor.plans", 1_000);
    private static final List<ZoneId> ZONES = Stream.of("Europe/Berlin", "America/New_York", "Australia/Lord_Howe")
            .map(ZoneId::of)
            .toList();
    private static final Instant BEGIN = Instant.parse("2026-12-01T00:00:00Z");
    private static final Instant END = Instant.parse("2028-12-01T00:00:00Z");
    private static final SiteLife.Shown FIRST = new SiteLife.Shown(1, "b1");
    private static final Duration LATE = Duration.ofMinutes(1);

    private static final Course.Facts FACTS = new Course.Facts() {
        @Override
        public Optional<SiteLife.Shown> version(int number) {
            return Optional.of(new SiteLife.Shown(number, "b" + number));
        }

        @Override
        public String redirectsOf(int number) {
            return "r" + number;
        }

        @Override
        public String redirectsNow() {
            return "now";
        }

        @Override
        public SiteLife.Shown draft(Instant at) {
            return new SiteLife.Shown((int) (at.getEpochSecond() / 60), "draft");
        }

        @Override
        public Optional<Closure> closure(Closing closing, Optional<Instant> reopens) {
            return Optional.of(
                    new Closure(closing.paths(), new Closure.Words(closing.title(), closing.text()), Optional.empty()));
        }

        @Override
        public boolean mayBeMain(String addressId) {
            return true;
        }

        @Override
        public boolean maySendTo(String destinationId) {
            return !destinationId.equals("gone");
        }
    };

    /** What the nodes share: changed as a whole, or not at all. */
    private static final class Shared {
        private Course course = Course.of(new Standing(
                new SiteLife(Optional.of(FIRST), true, false, Optional.empty(), "", Optional.empty(), false), "main"));
        private List<Plan> plans;
        private final Set<String> done = new HashSet<>();
        private final List<String> leftOut = new ArrayList<>();
    }

    /** A node that does what is due, and may die before or after its change is safe. */
    private static boolean work(Shared shared, Instant now, Random random) {
        for (int steps = 0; steps < 2_000; steps++) {
            Optional<Course.Due> due = Course.due(shared.plans, now);
            if (due.isEmpty()) {
                return true;
            }
            if (random.nextInt(60) == 0) {
                return false;
            }
            Course.Taken taken = shared.course.take(due.get(), now, FACTS);
            if (random.nextInt(60) == 0) {
                return false;
            }
            String step = due.get().plan().id() + " " + due.get().step();
            assertThat(shared.done.add(step)).as("once only: %s", step).isTrue();
            taken.leftOut().ifPresent(why -> {
                if (why != Course.LeftOut.DECIDED_SINCE) {
                    assertThat(Duration.between(due.get().step().at(), now))
                            .as("only what is late is left out: %s, %s", step, why)
                            .isGreaterThan(LATE.minus(LATE));
                }
                shared.leftOut.add(step);
            });
            shared.course = taken.course();
            shared.plans = shared.plans.stream()
                    .map(plan -> plan.id().equals(taken.plan().id()) ? taken.plan() : plan)
                    .toList();
            if (random.nextInt(60) == 0) {
                return false;
            }
        }
        throw new AssertionError("It never comes to an end");
    }

    private static Plan plan(int index, Random random, ZoneId zone) {
        PlannedAction action = switch (random.nextInt(6)) {
            case 0 -> new PlannedAction.PublishDraft();
            case 1, 2 -> new PlannedAction.GoLive(2 + random.nextInt(8), random.nextBoolean());
            case 3 -> new PlannedAction.TakeDown(random.nextBoolean());
            case 4 -> new PlannedAction.SwitchMain("main" + random.nextInt(3));
            default -> new PlannedAction.Close(new Closing(Set.of(), Closing.Kind.WORDS, "Closed " + index, "", ""));
        };
        LocalDateTime starts = LocalDateTime.ofInstant(BEGIN, ZoneOffset.UTC)
                .plusHours(random.nextInt(24 * 720))
                .plusMinutes(30 * random.nextInt(2));
        if (random.nextInt(3) == 0) {
            // Many begin in the hours in which clocks are changed.
            starts = LocalDate.of(2027, random.nextBoolean() ? 3 : 10, random.nextInt(1, 32))
                    .atTime(random.nextInt(4), 30 * random.nextInt(2));
        }
        Optional<Repeat> repeat = random.nextInt(3) > 0
                ? Optional.empty()
                : Optional.of(new Repeat(
                        Repeat.Every.values()[random.nextInt(3)],
                        1 + random.nextInt(3),
                        random.nextBoolean()
                                ? Optional.empty()
                                : Optional.of(starts.toLocalDate().plusDays(random.nextInt(400)))));
        LocalDateTime begins = starts;
        Optional<LocalDateTime> ends = random.nextInt(4) == 0
                ? Optional.empty()
                : Optional.of(starts.plusMinutes(60 + random.nextInt(60 * 24 * 40)));
        Schedule schedule = new Schedule(begins, ends, zone, random.nextBoolean(), repeat);
        if (schedule.fault().isPresent()) {
            schedule = new Schedule(begins, Optional.of(begins.plusHours(30)), zone, false, repeat);
        }
        return Plan.of("p" + index, action, schedule);
    }

    /** What a plan says of one facet while it counts, and when that began. */
    private record Says(Instant since, String planId, PlannedAction action) {}

    /** The plain reading: of all that has begun and is not over, what began last counts, and hides what began before. */
    private static Map<Facet, Object> plainly(List<Plan> plans, Instant now) {
        Map<Facet, Object> all = new java.util.EnumMap<>(Facet.class);
        for (Facet facet : List.of(Facet.CONTENT, Facet.CLOSURE, Facet.MAIN)) {
            Optional<Says> says = plans.stream()
                    .filter(plan -> plan.action().facet() == facet)
                    .flatMap(plan -> begun(plan, now).stream())
                    .max(Comparator.comparing(Says::since).thenComparing(Says::planId));
            all.put(
                    facet,
                    says.map(PlansOverTimeTest::meaning)
                            .orElse(
                                    facet == Facet.CONTENT
                                            ? (Object) FIRST.version()
                                            : facet == Facet.MAIN ? "main" : ""));
        }
        return all;
    }

    private static List<Says> begun(Plan plan, Instant now) {
        List<Says> all = new ArrayList<>();
        Optional<Occurrence> next = Optional.of(plan.schedule().first());
        while (next.isPresent() && !next.get().start().isAfter(now)) {
            Occurrence one = next.get();
            if (one.end().filter(end -> !end.isAfter(now)).isEmpty()) {
                all.add(new Says(one.start(), plan.id(), plan.action()));
            }
            next = plan.schedule().after(one.local());
        }
        return all;
    }

    private static Object meaning(Says says) {
        if (says.action() instanceof PlannedAction.GoLive live) {
            return live.number();
        }
        if (says.action() instanceof PlannedAction.TakeDown) {
            return "nothing";
        }
        if (says.action() instanceof PlannedAction.SwitchMain main) {
            return main.addressId();
        }
        return says.action() instanceof PlannedAction.Close close
                ? close.closing().title()
                : (Object) FACTS.draft(says.since()).version();
    }

    private static Map<Facet, Object> met(Standing standing) {
        SiteLife life = standing.life();
        return Map.of(
                Facet.CONTENT,
                life.live() ? (Object) life.shown().orElseThrow().version() : "nothing",
                Facet.CLOSURE,
                life.closure()
                        .map(closure -> ((Closure.Words) closure.notice()).title())
                        .orElse(""),
                Facet.MAIN,
                standing.main());
    }

    @Test
    void visitorsGetWhatThePlansSay() {
        int compared = 0;
        int leftOut = 0;
        for (int set = 0; set < SETS; set++) {
            Random random = new Random(set);
            ZoneId zone = ZONES.get(set % ZONES.size());
            Shared shared = new Shared();
            List<Plan> plans = new ArrayList<>();
            for (int i = 0; i < 1 + random.nextInt(7); i++) {
                plans.add(plan(i, random, zone));
            }
            shared.plans = List.copyOf(plans);
            Instant now = BEGIN;
            while (now.isBefore(END)) {
                // Mostly a node is there within the minute of a step; at times none is for weeks.
                Optional<Instant> next =
                        Course.first(shared.plans).map(due -> due.step().at());
                now = random.nextInt(8) == 0 || next.isEmpty()
                        ? now.plus(Duration.ofMinutes(1 + random.nextInt(60 * 24 * 40)))
                        : next.get().isAfter(now) ? next.get().plusSeconds(random.nextInt(60)) : now.plusSeconds(20);
                if (work(shared, now, random)) {
                    assertThat(met(shared.course.standing()))
                            .as("set %d at %s, of %s", set, now, plans)
                            .isEqualTo(plainly(plans, now));
                    compared++;
                }
            }
            leftOut += shared.leftOut.size();
            nothingIsForgotten(plans, shared, now);
        }
        assertThat(compared).isGreaterThan(SETS * 5);
        assertThat(leftOut).as("the late rule was put to work").isPositive();
    }

    /** Redirects come with what is published, and by themselves: those of what began last, and is not over, are met. */
    @Test
    void visitorsMeetTheRedirectsOfWhatBeganLast() {
        for (int set = 0; set < SETS; set++) {
            Random random = new Random(set);
            List<Plan> plans = new ArrayList<>();
            for (int i = 0; i < 2 + random.nextInt(5); i++) {
                Schedule schedule =
                        plan(i, random, ZONES.get(set % ZONES.size())).schedule();
                PlannedAction action = switch (random.nextInt(3)) {
                    case 0 -> new PlannedAction.PublishDraft();
                    case 1 -> new PlannedAction.ApplyRedirects();
                    default -> new PlannedAction.GoLive(2 + random.nextInt(4), true);
                };
                plans.add(Plan.of("p" + i, action, schedule));
            }
            Forecast forecast = Forecast.of(new Shared().course, plans, BEGIN, END, FACTS);
            for (int look = 0; look < 30; look++) {
                Instant at = BEGIN.plusSeconds(random.nextInt(60 * 60 * 24 * 720));
                Optional<Says> says = plans.stream()
                        .flatMap(plan -> begun(plan, at).stream())
                        .max(Comparator.comparing(Says::since).thenComparing(Says::planId));
                assertThat(forecast.at(at).life().redirects())
                        .as("set %d at %s, of %s", set, at, plans)
                        .isEqualTo(says.map(PlansOverTimeTest::redirects).orElse(""));
            }
        }
    }

    private static String redirects(Says says) {
        return says.action() instanceof PlannedAction.GoLive live ? FACTS.redirectsOf(live.number()) : "now";
    }

    private static void nothingIsForgotten(List<Plan> plans, Shared shared, Instant now) {
        if (Course.due(shared.plans, now).isPresent()) {
            return;
        }
        for (Plan plan : plans) {
            Optional<Occurrence> next = Optional.of(plan.schedule().first());
            while (next.isPresent() && !next.get().start().isAfter(now)) {
                String start = plan.id() + " "
                        + new Plan.Step(next.get(), Phase.START, next.get().start());
                assertThat(shared.done).contains(start);
                if (next.get().end().filter(end -> !end.isAfter(now)).isPresent() && !shared.leftOut.contains(start)) {
                    assertThat(shared.done)
                            .contains(plan.id() + " "
                                    + new Plan.Step(
                                            next.get(),
                                            Phase.END,
                                            next.get().end().get()));
                }
                next = plan.schedule().after(next.get().local());
            }
        }
    }
}
