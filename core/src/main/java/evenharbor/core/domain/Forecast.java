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
                .filter(look -> look.v4().conclusive())
                .filter(look ->
                        !Comparison.of(expected, look.v4(), look.v6()).kind().good())
                .map(Sighting::keptUntil)
                .filter(until -> until.isAfter(now))
                .max(Instant::compareTo));
    }

    /** Whether old answers may still be about. */
    public boolean waiting() {
        return everyoneBy.isPresent();
    }
}
