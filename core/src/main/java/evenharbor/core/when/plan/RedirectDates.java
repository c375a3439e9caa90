package evenharbor.core.when.plan;

import evenharbor.core.where.redirect.Redirect;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** When redirects with dates of their own begin and end, of those that visitors meet by then. */
public final class RedirectDates {

    /** A redirect that begins or ends. @param begins whether it begins */
    public record Dated(Instant at, boolean begins, Redirect rule) {}

    private RedirectDates() {}

    /**
     * What begins and ends after an instant and until another, the earliest first.
     *
     * @param rules the rules of a set that have dates, by its hash
     */
    public static List<Dated> of(
            Forecast forecast, Instant after, Instant until, Function<String, Set<Redirect>> rules) {
        Set<String> sets = new LinkedHashSet<>();
        sets.add(forecast.begin().life().redirects());
        forecast.steps().forEach(step -> sets.add(step.after().life().redirects()));
        List<Dated> all = new ArrayList<>();
        for (String set : sets) {
            for (Redirect rule : rules.apply(set)) {
                rule.from().ifPresent(at -> all.add(new Dated(at, true, rule)));
                rule.until().ifPresent(at -> all.add(new Dated(at, false, rule)));
            }
            all.removeIf(one -> !one.at().isAfter(after)
                    || one.at().isAfter(until)
                    || !rules.apply(forecast.at(one.at()).life().redirects()).contains(one.rule()));
        }
        return all.stream().distinct().sorted(Comparator.comparing(Dated::at)).toList();
    }
}
