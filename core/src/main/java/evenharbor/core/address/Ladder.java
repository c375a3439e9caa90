package evenharbor.core.address;

import evenharbor.core.domain.Comparison;
import evenharbor.core.domain.Expected;
import evenharbor.core.domain.Forecast;
import evenharbor.core.domain.RecordSet;
import evenharbor.core.domain.Seen;
import evenharbor.core.domain.Sighting;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The steps of an address, in the order in which they have to be climbed: each says what was expected, what was seen and
 * from where, and what to do.
 *
 * @param steps one for each kind, in order
 */
public record Ladder(List<Step> steps) {

    /** The steps. */
    public enum Kind {
        OURS("Yours to use"),
        EXISTS("The name exists"),
        LEADS_HERE("Its records lead here"),
        VISITORS("Visitors get this site");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        /** What the step is called. */
        public String words() {
            return words;
        }
    }

    /** How a step stands. */
    public enum State {
        OK,
        WAITING,
        FAILED,
        NOT_YET
    }

    /**
     * One step.
     *
     * @param kind which
     * @param state how it stands
     * @param expected what was expected
     * @param seen what was seen
     * @param from who was asked
     * @param todo what to do; empty when nothing is
     * @param until when waiting, the time by which it is done
     * @param records the exact records to add or change, with names in full
     */
    public record Step(
            Kind kind,
            State state,
            String expected,
            String seen,
            String from,
            String todo,
            Optional<Instant> until,
            List<RecordSet> records) {}

    /** How an address is held. */
    public enum Hold {
        HARBOR,
        PROVEN,
        UNPROVEN,
        LOST
    }

    /**
     * What visitors got when the address was opened.
     *
     * @param asked whether it was opened at all
     * @param right whether they got what the address is for
     * @param expected what they should get
     * @param seen what they got
     * @param todo what to do
     */
    public record Visit(boolean asked, boolean right, String expected, String seen, String todo) {

        /** Not opened. */
        public static final Visit NONE = new Visit(false, false, "", "", "");
    }

    /**
     * All that was seen of an address.
     *
     * @param host the name
     * @param domain the domain it lies under; the harbor's own name for harbor addresses
     * @param hold how it is held
     * @param proof the TXT record that proves the domain; none for one that needs no proof
     * @param delegation how finding the domain's own name servers went: a failure, or the servers' names as data
     * @param expected what its records must say
     * @param fixes the records that would lead here
     * @param hosted whether we host the domain's zone
     * @param looks the latest look of each server asked
     * @param past earlier looks whose answers may still be kept somewhere
     * @param visit what visitors got
     */
    public record Sight(
            HostName host,
            HostName domain,
            Hold hold,
            Optional<RecordSet> proof,
            Seen delegation,
            Expected expected,
            List<RecordSet> fixes,
            boolean hosted,
            List<Sighting> looks,
            List<Sighting> past,
            Visit visit) {}

    /** The ladder for what was seen. */
    public static Ladder of(Sight sight, Instant now) {
        List<Step> steps = new ArrayList<>();
        steps.add(ours(sight));
        steps.add(exists(sight));
        boolean open = steps.get(1).state() == State.OK;
        steps.add(open ? leadsHere(sight, now) : notYet(Kind.LEADS_HERE));
        steps.add(visitors(sight, steps));
        return new Ladder(List.copyOf(steps));
    }

    private static Step notYet(Kind kind) {
        return new Step(kind, State.NOT_YET, "", "", "", "The step before comes first.", Optional.empty(), List.of());
    }

    private static Step ours(Sight sight) {
        String domain = sight.domain().unicode();
        return switch (sight.hold()) {
            case HARBOR -> ok(Kind.OURS, "a name on this harbor", "claimed", "this harbor");
            case PROVEN ->
                ok(
                        Kind.OURS,
                        "the domain " + domain + " in your hands",
                        sight.proof().isPresent() ? "proven by its TXT record" : "registered by you",
                        "this harbor");
            case UNPROVEN ->
                new Step(
                        Kind.OURS,
                        State.FAILED,
                        "a TXT record that only the owner of " + domain + " can make",
                        "not there yet",
                        "the domain's name servers",
                        "Add this TXT record where " + domain + " is managed. We look for it again and again.",
                        Optional.empty(),
                        sight.proof().stream().toList());
            case LOST ->
                new Step(
                        Kind.OURS,
                        State.FAILED,
                        "the domain " + domain + " in your hands",
                        "no longer yours here",
                        "this harbor",
                        "Someone else has proven the domain, or its registration has ended. Take the address out, or prove the domain again.",
                        Optional.empty(),
                        List.of());
        };
    }

    private static Step exists(Sight sight) {
        String expected = "name servers for " + sight.domain().unicode();
        if (sight.delegation() instanceof Seen.Records servers) {
            return ok(Kind.EXISTS, expected, String.join(", ", servers.data()), "the servers above it");
        }
        String todo = sight.delegation() instanceof Seen.NoSuchName || sight.delegation() instanceof Seen.NoData
                ? "The domain is not registered, or not switched on yet. Register it, or ask your registrar."
                : "Nothing to do for the moment. We ask again.";
        return new Step(
                Kind.EXISTS,
                State.FAILED,
                expected,
                sight.delegation().words(),
                "the servers above it",
                todo,
                Optional.empty(),
                List.of());
    }

    private static Step leadsHere(Sight sight, Instant now) {
        String expected = sight.expected().words(sight.host().equals(sight.domain()));
        List<Sighting> own =
                sight.looks().stream().filter(Sighting::authoritative).toList();
        List<Sighting> resolvers =
                sight.looks().stream().filter(l -> !l.authoritative()).toList();
        Optional<Sighting> wrong = own.stream().filter(l -> !good(sight, l)).findFirst();
        if (wrong.isPresent() || own.isEmpty()) {
            return wrong.map(look -> failed(sight, look, expected))
                    .orElseGet(() -> new Step(
                            Kind.LEADS_HERE,
                            State.FAILED,
                            expected,
                            "nobody to ask",
                            "",
                            "We ask again.",
                            Optional.empty(),
                            List.of()));
        }
        List<Sighting> all = new ArrayList<>(sight.past());
        all.addAll(sight.looks());
        Forecast forecast = Forecast.of(sight.expected(), all, now);
        String servers = names(own);
        if (forecast.waiting()) {
            Optional<Sighting> old =
                    resolvers.stream().filter(l -> !good(sight, l)).findFirst();
            return new Step(
                    Kind.LEADS_HERE,
                    State.WAITING,
                    expected,
                    "right at " + servers + "; "
                            + old.map(l -> l.from() + " still says: " + l.v4().words())
                                    .orElse("old answers may still be kept elsewhere"),
                    names(sight.looks()),
                    "Nothing to do. Old answers are kept until then.",
                    forecast.everyoneBy(),
                    List.of());
        }
        Optional<Sighting> lost =
                resolvers.stream().filter(l -> !good(sight, l)).findFirst();
        if (lost.isPresent()) {
            Comparison comparison =
                    Comparison.of(sight.expected(), lost.get().v4(), lost.get().v6());
            return new Step(
                    Kind.LEADS_HERE,
                    State.FAILED,
                    expected,
                    "right at " + servers + "; " + lost.get().from() + " says: "
                            + lost.get().v4().words(),
                    names(sight.looks()),
                    comparison.kind().inconclusive()
                            ? "The resolver that visitors use does not answer as it should. We ask again."
                            : "The resolver keeps an old answer for longer than it may. Nothing to do here; we ask again.",
                    Optional.empty(),
                    List.of());
        }
        Sighting first = own.get(0);
        return ok(
                Kind.LEADS_HERE,
                expected,
                (first.v4() instanceof Seen.Records r && !r.data().isEmpty() ? first.v4() : first.v6()).words(),
                names(sight.looks()));
    }

    private static Step failed(Sight sight, Sighting look, String expected) {
        Comparison comparison = Comparison.of(sight.expected(), look.v4(), look.v6());
        boolean mendable = !comparison.kind().inconclusive();
        String todo = mendable && sight.hosted()
                ? "The zone is here: look at the records that are in the way."
                : comparison.todo();
        return new Step(
                Kind.LEADS_HERE,
                State.FAILED,
                expected,
                comparison.sentence(),
                look.from(),
                todo,
                Optional.empty(),
                mendable ? sight.fixes() : List.of());
    }

    private static boolean good(Sight sight, Sighting look) {
        return Comparison.of(sight.expected(), look.v4(), look.v6()).kind().good();
    }

    private static String names(List<Sighting> looks) {
        return String.join(", ", looks.stream().map(Sighting::from).distinct().toList());
    }

    private static Step visitors(Sight sight, List<Step> before) {
        Visit visit = sight.visit();
        boolean ready = before.stream().allMatch(s -> s.state() == State.OK || s.state() == State.WAITING);
        if (!visit.asked() || !ready) {
            Step step = notYet(Kind.VISITORS);
            return ready && !visit.todo().isEmpty()
                    ? new Step(
                            step.kind(),
                            step.state(),
                            visit.expected(),
                            visit.seen(),
                            "",
                            visit.todo(),
                            Optional.empty(),
                            List.of())
                    : step;
        }
        boolean waiting = before.stream().anyMatch(s -> s.state() == State.WAITING);
        if (visit.right()) {
            return new Step(
                    Kind.VISITORS,
                    waiting ? State.WAITING : State.OK,
                    visit.expected(),
                    visit.seen(),
                    "a visit to " + sight.host().unicode(),
                    waiting ? "Some visitors get it already; the others when the step before is done." : "",
                    before.get(2).until(),
                    List.of());
        }
        return new Step(
                Kind.VISITORS,
                State.FAILED,
                visit.expected(),
                visit.seen(),
                "a visit to " + sight.host().unicode(),
                visit.todo(),
                Optional.empty(),
                List.of());
    }

    private static Step ok(Kind kind, String expected, String seen, String from) {
        return new Step(kind, State.OK, expected, seen, from, "", Optional.empty(), List.of());
    }

    /** The first step that is not done; empty when all are. */
    public Optional<Step> hindrance() {
        return steps.stream().filter(s -> s.state() != State.OK).findFirst();
    }

    /** How the address stands as a whole. */
    public State state() {
        return hindrance().map(Step::state).orElse(State.OK);
    }

    /** How long to wait before looking again: soon while something is under way, daily when all is well. */
    public Duration nextLook(Duration sinceChange, Instant now) {
        if (state() == State.OK) {
            return Duration.ofDays(1);
        }
        Optional<Instant> until = hindrance().flatMap(Step::until);
        if (until.isPresent()) {
            Duration left = Duration.between(now, until.get());
            return left.compareTo(Duration.ofMinutes(10)) < 0 && !left.isNegative() ? left : Duration.ofMinutes(10);
        }
        if (sinceChange.compareTo(Duration.ofMinutes(10)) < 0) {
            return Duration.ofSeconds(30);
        }
        return sinceChange.compareTo(Duration.ofDays(1)) < 0 ? Duration.ofMinutes(5) : Duration.ofHours(1);
    }
}
