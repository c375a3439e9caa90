package evenharbor.core.domain;

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

    /** Nothing old lingers. */
    public static final Forecast NOW = new Forecast(Optional.empty());

    /**
     * The forecast.
     *
     * @param expected what the records must say
     * @param looks all looks at the name that may still matter, of any age
     * @param now the time
     */
    public static Forecast of(Expected expected, List<Sighting> looks, Instant now) {
        return new Forecast(looks.stream()
                .map(look -> lingers(expected, look))
                .flatMap(Optional::stream)
                .filter(until -> until.isAfter(now))
                .max(Instant::compareTo));
    }

    /** Until when whoever got this answer may keep what is wrong in it; what is right in it may stay. */
    private static Optional<Instant> lingers(Expected expected, Sighting look) {
        boolean wrong4 = look.v4().conclusive()
                && !Comparison.of(expected, look.v4(), new Seen.NoData(0))
                        .kind()
                        .good();
        boolean wrong6 =
                look.v6() instanceof Seen.Records records && !expected.v6().containsAll(records.data());
        if (!wrong4 && !wrong6) {
            return Optional.empty();
        }
        long seconds =
                Math.max(wrong4 ? look.v4().keptFor() : 0, wrong6 ? look.v6().keptFor() : 0);
        return Optional.of(look.at().plusSeconds(seconds));
    }

    /** Whether old answers may still be about. */
    public boolean waiting() {
        return everyoneBy.isPresent();
    }
}
