package evenharbor.core.where.address;

import evenharbor.core.where.address.AddressSight.Visit;
import evenharbor.core.where.address.Ladder.Kind;
import evenharbor.core.where.address.Ladder.State;
import evenharbor.core.where.address.Ladder.Step;
import evenharbor.core.where.domain.Comparison;
import evenharbor.core.where.domain.Forecast;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes the steps of a ladder from what was seen. */
final class LadderSteps {

    private final AddressSight sight;
    private final Instant now;

    LadderSteps(AddressSight sight, Instant now) {
        this.sight = sight;
        this.now = now;
    }

    /** One step of each kind, in order. */
    List<Step> all() {
        Step ours = ours();
        Step exists = exists();
        Step leadsHere = exists.state() == State.OK ? leadsHere() : notYet(Kind.LEADS_HERE);
        List<Step> steps = new ArrayList<>(List.of(ours, exists, leadsHere));
        steps.add(visitors(steps));
        sight.secure().ifPresent(secure -> steps.addAll(new SecureSteps(secure, sight.host(), now).all(leadsHere)));
        return List.copyOf(steps);
    }

    private Step ours() {
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
                failed(
                        Kind.OURS,
                        "a TXT record that only the owner of " + domain + " can make",
                        "not there yet",
                        "the domain's name servers",
                        "Add this TXT record where " + domain + " is managed. We look for it again and again.",
                        sight.proof().stream().toList());
            case LOST ->
                failed(
                        Kind.OURS,
                        "the domain " + domain + " in your hands",
                        "no longer yours here",
                        "this harbor",
                        "Someone else has proven the domain, or its registration has ended. Take the address out, or prove the domain again.",
                        List.of());
        };
    }

    private Step exists() {
        String expected = "name servers for " + sight.domain().unicode();
        Seen delegation = sight.delegation();
        if (delegation instanceof Seen.Records servers) {
            return ok(Kind.EXISTS, expected, String.join(", ", servers.data()), "the servers above it");
        }
        String todo = delegation.conclusive()
                ? "The domain is not registered, or not switched on yet. Register it, or ask your registrar."
                : "Nothing to do for the moment. We ask again.";
        return failed(Kind.EXISTS, expected, delegation.words(), "the servers above it", todo, List.of());
    }

    private Step leadsHere() {
        String expected = sight.expected().words(sight.host().equals(sight.domain()));
        List<Sighting> own =
                sight.looks().stream().filter(Sighting::authoritative).toList();
        if (own.isEmpty()) {
            return failed(Kind.LEADS_HERE, expected, "nobody to ask", "", "We ask again.", List.of());
        }
        Optional<Sighting> wrong = firstWrong(own);
        if (wrong.isPresent()) {
            return leadsElsewhere(wrong.get(), expected);
        }
        String rightAt = "right at " + names(own) + "; ";
        Optional<Sighting> old = firstWrong(
                sight.looks().stream().filter(l -> !l.authoritative()).toList());
        Optional<Instant> everyoneBy = Forecast.of(
                        sight.expected(),
                        Stream.concat(sight.past().stream(), sight.looks().stream())
                                .toList(),
                        now)
                .everyoneBy();
        if (everyoneBy.isPresent()) {
            return new Step(
                    Kind.LEADS_HERE,
                    State.WAITING,
                    expected,
                    rightAt
                            + old.map(l -> l.from() + " still says: " + l.v4().words())
                                    .orElse("old answers may still be kept elsewhere"),
                    names(sight.looks()),
                    "Nothing to do. Old answers are kept until then.",
                    everyoneBy,
                    List.of());
        }
        if (old.isPresent()) {
            boolean silent = old.get().against(sight.expected()).kind().inconclusive();
            return failed(
                    Kind.LEADS_HERE,
                    expected,
                    rightAt + old.get().from() + " says: " + old.get().v4().words(),
                    names(sight.looks()),
                    silent
                            ? "The resolver that visitors use does not answer as it should. We ask again."
                            : "The resolver keeps an old answer for longer than it may. Nothing to do here; we ask again.",
                    List.of());
        }
        Sighting first = own.get(0);
        return ok(
                Kind.LEADS_HERE,
                expected,
                (first.v4().data().isEmpty() ? first.v6() : first.v4()).words(),
                names(sight.looks()));
    }

    private Step leadsElsewhere(Sighting look, String expected) {
        Comparison comparison = look.against(sight.expected());
        boolean mendable = !comparison.kind().inconclusive();
        String todo = mendable && sight.hosted()
                ? "The zone is here: look at the records that are in the way."
                : comparison.todo();
        return failed(
                Kind.LEADS_HERE,
                expected,
                comparison.sentence(),
                look.from(),
                todo,
                mendable ? sight.fixes() : List.of());
    }

    private Optional<Sighting> firstWrong(List<Sighting> looks) {
        return looks.stream().filter(l -> !l.leadsHere(sight.expected())).findFirst();
    }

    private static String names(List<Sighting> looks) {
        return String.join(", ", looks.stream().map(Sighting::from).distinct().toList());
    }

    private Step visitors(List<Step> before) {
        Visit visit = sight.visit();
        if (before.stream().anyMatch(s -> s.state() == State.FAILED || s.state() == State.NOT_YET)) {
            return notYet(Kind.VISITORS);
        }
        if (!visit.asked()) {
            return visit.todo().isEmpty() ? notYet(Kind.VISITORS) : visited(State.NOT_YET, "", visit.todo());
        }
        String from = "a visit to " + sight.host().unicode();
        if (!visit.right()) {
            return visited(State.FAILED, from, visit.todo());
        }
        Optional<Step> waiting =
                before.stream().filter(s -> s.state() == State.WAITING).findFirst();
        return waiting.map(step -> new Step(
                        Kind.VISITORS,
                        State.WAITING,
                        visit.expected(),
                        visit.seen(),
                        from,
                        "Some visitors get it already; the others when the step before is done.",
                        step.until(),
                        List.of()))
                .orElseGet(() -> visited(State.OK, from, ""));
    }

    private Step visited(State state, String from, String todo) {
        Visit visit = sight.visit();
        return new Step(Kind.VISITORS, state, visit.expected(), visit.seen(), from, todo, Optional.empty(), List.of());
    }

    static Step notYet(Kind kind) {
        return new Step(kind, State.NOT_YET, "", "", "", "The step before comes first.", Optional.empty(), List.of());
    }

    static Step ok(Kind kind, String expected, String seen, String from) {
        return new Step(kind, State.OK, expected, seen, from, "", Optional.empty(), List.of());
    }

    static Step failed(Kind kind, String expected, String seen, String from, String todo, List<RecordSet> records) {
        return new Step(kind, State.FAILED, expected, seen, from, todo, Optional.empty(), records);
    }
}
