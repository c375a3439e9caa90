package evenharbor.core.hosting.cost;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What a year costs, each currency by itself: money of one is never added to money of another.
 *
 * @param currency ISO 4217 code
 * @param all what all of it comes to
 * @param bySite what it comes to by site; under the empty name what is for all of them
 * @param saving what paying yearly would save
 */
public record YearOfCosts(String currency, long all, Map<String, Long> bySite, long saving) {

    /** The year from a day on, by currency. */
    public static List<YearOfCosts> of(Collection<Cost> costs, LocalDate from) {
        Map<String, List<Cost>> byCurrency = new TreeMap<>();
        costs.forEach(cost -> byCurrency
                .computeIfAbsent(cost.currency(), c -> new ArrayList<>())
                .add(cost));
        List<YearOfCosts> years = new ArrayList<>();
        byCurrency.forEach((currency, each) -> {
            Map<String, Long> bySite = new TreeMap<>();
            each.forEach(cost -> bySite.merge(cost.siteId().orElse(""), cost.inYear(from), Long::sum));
            years.add(new YearOfCosts(
                    currency,
                    bySite.values().stream().mapToLong(Long::longValue).sum(),
                    bySite,
                    each.stream()
                            .map(cost -> cost.saving(from))
                            .flatMap(Optional::stream)
                            .mapToLong(Long::longValue)
                            .sum()));
        });
        return years;
    }

    /** Something that ends or changes. @param why what happens then, in words */
    public record Turn(LocalDate on, String what, String why) {}

    /** What ends or changes in the year from a day on, the first before. */
    public static List<Turn> turns(Collection<Cost> costs, LocalDate from) {
        LocalDate to = from.plusYears(1);
        List<Turn> turns = new ArrayList<>();
        for (Cost cost : costs) {
            cost.ends().ifPresent(end -> turns.add(new Turn(end, cost.what(), "ends")));
            if (cost.firstYear().isPresent() && cost.paid() != Cost.Paid.ONCE) {
                turns.add(new Turn(cost.since().plusYears(1), cost.what(), "the price of the first year ends"));
            }
            cost.discountUntil()
                    .filter(last -> cost.discount() > 0)
                    .ifPresent(last -> turns.add(new Turn(last, cost.what(), "last day of the discount")));
        }
        return turns.stream()
                .filter(turn -> !turn.on().isBefore(from) && turn.on().isBefore(to))
                .sorted(Comparator.comparing(Turn::on).thenComparing(Turn::what))
                .toList();
    }
}
