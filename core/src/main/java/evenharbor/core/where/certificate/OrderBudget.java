package evenharbor.core.where.certificate;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How many orders we allow ourselves, below what an authority allows, so that none is ever refused for their number.
 *
 * @param perName orders for one name within {@link #NAME_SPAN}
 * @param inAll orders for all names within {@link #ALL_SPAN}
 */
public record OrderBudget(int perName, int inAll) {

    /** The time within which orders for one name are counted. */
    public static final Duration NAME_SPAN = Duration.ofDays(1);

    /** The time within which all orders are counted. */
    public static final Duration ALL_SPAN = Duration.ofHours(3);

    /**
     * When the next order for a name may be placed.
     *
     * @param ofName when orders for the name were placed
     * @param all when orders for any name were placed
     * @return empty when it may be placed now
     */
    public Optional<Instant> wait(Collection<Instant> ofName, Collection<Instant> all, Instant now) {
        Optional<Instant> name = wait(ofName, perName, NAME_SPAN, now);
        Optional<Instant> whole = wait(all, inAll, ALL_SPAN, now);
        return name.isPresent() && whole.isPresent()
                ? Optional.of(name.get().isAfter(whole.get()) ? name.get() : whole.get())
                : name.or(() -> whole);
    }

    private static Optional<Instant> wait(Collection<Instant> placed, int most, Duration span, Instant now) {
        List<Instant> recent = placed.stream()
                .filter(at -> at.isAfter(now.minus(span)))
                .sorted(Comparator.reverseOrder())
                .toList();
        return recent.size() < most
                ? Optional.empty()
                : Optional.of(recent.get(most - 1).plus(span));
    }
}
