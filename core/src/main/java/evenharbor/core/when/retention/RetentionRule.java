package evenharbor.core.when.retention;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Which versions of a site are kept: all of the last days, then the last one of each day, of each week (ISO 8601), of each
 * month. Ages are in days; each is at least the one before it.
 *
 * @param all younger ones are all kept
 * @param daily of younger ones the last of each day is kept
 * @param weekly of younger ones the last of each week is kept
 * @param monthly of younger ones the last of each month is kept; empty for ever
 */
public record RetentionRule(int all, int daily, int weekly, Optional<Integer> monthly) {

    /** What holds until another rule is chosen. */
    public static final RetentionRule USUAL = new RetentionRule(30, 90, 365, Optional.empty());

    private static final int LONGEST = 3_650;

    /**
     * A version, as far as the rule needs it.
     *
     * @param number its number
     * @param at when it was made
     * @param spared whether it stays whatever the rule says: kept, named, live, planned, at a host, on trial, or the latest
     */
    public record Candidate(int number, Instant at, boolean spared) {}

    /** Why it cannot be so, for a person; empty when it can. */
    public Optional<String> fault() {
        int last = monthly.orElse(LONGEST);
        if (all < 1 || all > daily || daily > weekly || weekly > last || last > LONGEST) {
            return Optional.of(
                    "Give numbers of days from 1 to " + LONGEST + ", none of them less than the one before it.");
        }
        return Optional.empty();
    }

    /**
     * The numbers of the versions of one site that are not to be kept.
     *
     * @param zone whose days, weeks and months count
     */
    public Set<Integer> dropped(Collection<Candidate> versions, Instant now, ZoneId zone) {
        List<Candidate> latestFirst = new ArrayList<>(versions);
        latestFirst.sort(Comparator.comparing(Candidate::at)
                .thenComparing(Candidate::number)
                .reversed());
        Set<Integer> dropped = new HashSet<>();
        Set<String> represented = new HashSet<>();
        for (Candidate version : latestFirst) {
            long age = Duration.between(version.at(), now).toDays();
            boolean first = period(age)
                    .map(name ->
                            represented.add(name.apply(version.at().atZone(zone).toLocalDate())))
                    .orElse(age < all);
            if (!first && !version.spared()) {
                dropped.add(version.number());
            }
        }
        return dropped;
    }

    /** What names the day, week or month of which one version is kept at an age; empty when all or none are. */
    private Optional<Function<LocalDate, String>> period(long age) {
        if (age < all || monthly.filter(last -> age >= last).isPresent()) {
            return Optional.empty();
        }
        if (age < daily) {
            return Optional.of(LocalDate::toString);
        }
        return Optional.of(
                age < weekly
                        ? day -> day.get(IsoFields.WEEK_BASED_YEAR) + "-W" + day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR)
                        : day -> day.getYear() + "-" + day.getMonthValue());
    }
}
