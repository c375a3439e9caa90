package evenharbor.core.where.domain;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * When everyone sees a change: when the last answer given before it has had its time (RFC 1034 section 3.6, RFC 2308
 * section 5). Answers are kept for the TTL they came with, and "no such name" for the SOA minimum.
 *
 * @param everyoneBy when the last old answer that we know of has ended; empty when nothing old lingers
 */
public record Forecast(Optional<Instant> everyoneBy) {

    /**
     * The forecast.
     *
     * @param expected what the records must say
     * @param looks all looks at the name that may still matter, of any age
     * @param now the time
     */
    public static Forecast of(Expected expected, List<Sighting> looks, Instant now) {
        // Where a name has no IPv4 numbers at all, that there are none is no wrong answer.
        boolean byV4 = looks.stream().anyMatch(look -> !look.v4().data().isEmpty());
        return new Forecast(looks.stream()
                .map(look -> wrongUntil(expected, look, byV4))
                .filter(until -> until.isAfter(now))
                .max(Instant::compareTo));
    }

    /** Those of the looks that a forecast may still rest on, now or after the next change. */
    public static List<Sighting> lingering(Expected expected, List<Sighting> looks, Instant now) {
        return looks.stream()
                .filter(look -> wrongUntil(expected, look, true).isAfter(now))
                .toList();
    }

    /** Until when whoever got this answer may keep what is wrong in it; what is right in it may stay. */
    private static Instant wrongUntil(Expected expected, Sighting look, boolean byV4) {
        boolean wrong4 = look.v4().conclusive()
                && !Comparison.of(expected, look.v4(), new Seen.NoData(0))
                        .kind()
                        .good()
                && (byV4 || !look.leadsHere(expected));
        boolean wrong6 = !expected.v6().containsAll(look.v6().data());
        return look.at()
                .plusSeconds(Math.max(
                        wrong4 ? look.v4().keptFor() : 0, wrong6 ? look.v6().keptFor() : 0));
    }

    /** Whether old answers may still be about. */
    public boolean waiting() {
        return everyoneBy.isPresent();
    }
}
