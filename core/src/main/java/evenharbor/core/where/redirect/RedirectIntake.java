package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A line of a file of rules, compared with the rules there are.
 *
 * @param line number of the line, from 1
 * @param outcome what taking it in would do
 * @param rule the rule as it would be; empty when it is wrong
 * @param before the rule there is for the same paths
 * @param faults what is wrong
 * @param cleanings what was changed of what was given
 */
public record RedirectIntake(
        int line,
        Outcome outcome,
        Optional<Redirect> rule,
        Optional<Redirect> before,
        List<RedirectFault> faults,
        List<String> cleanings) {

    /** What taking a line in would do. */
    public enum Outcome {
        NEW,
        CHANGED,
        SAME,
        WRONG
    }

    /**
     * A line as it was read.
     *
     * @param number from 1
     * @param reading what came of reading it
     */
    public record Line(int number, RedirectReading reading) {}

    private record Place(Source source, QueryRule query, boolean limited) {
        static Place of(Redirect rule) {
            Source source = rule.source();
            String path = source.kind() == Source.Kind.EXACT && !rule.exactSlash()
                    ? PathForm.bare(source.path())
                    : source.path();
            return new Place(
                    new Source(source.kind(), rule.ignoresCase() ? PathForm.fold(path) : path),
                    rule.query().kind() == QueryRule.Kind.MATCH ? rule.query() : QueryRule.KEEP,
                    rule.limited());
        }
    }

    /** Compares the lines of a file with the rules there are, and with each other. */
    public static List<RedirectIntake> of(List<Line> lines, Redirects set) {
        Map<Place, Redirect> known = new HashMap<>();
        set.list().forEach(rule -> known.putIfAbsent(Place.of(rule), rule));
        Map<Place, Integer> given = new HashMap<>();
        List<RedirectIntake> all = new ArrayList<>();
        for (Line line : lines) {
            RedirectReading reading = line.reading();
            if (reading.rule().isEmpty()) {
                all.add(wrong(line, reading.faults()));
                continue;
            }
            Redirect rule = reading.rule().get();
            Integer earlier = given.putIfAbsent(Place.of(rule), line.number());
            if (earlier != null) {
                all.add(wrong(
                        line,
                        List.of(new RedirectFault(
                                "source", "Line " + earlier + " has a rule for the same path already."))));
                continue;
            }
            Optional<Redirect> before = Optional.ofNullable(known.get(Place.of(rule)));
            Redirect named = before.map(b -> rule.named(b.id())).orElse(rule);
            Outcome outcome = before.isEmpty()
                    ? Outcome.NEW
                    : before.get().equals(named.proposedAs(before.get())) ? Outcome.SAME : Outcome.CHANGED;
            all.add(new RedirectIntake(
                    line.number(), outcome, Optional.of(named), before, List.of(), reading.cleanings()));
        }
        return List.copyOf(all);
    }

    private static RedirectIntake wrong(Line line, List<RedirectFault> faults) {
        return new RedirectIntake(
                line.number(),
                Outcome.WRONG,
                Optional.empty(),
                Optional.empty(),
                faults,
                line.reading().cleanings());
    }
}
