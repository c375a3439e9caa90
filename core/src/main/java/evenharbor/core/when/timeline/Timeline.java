package evenharbor.core.when.timeline;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What something was from instant to instant, each until the next.
 *
 * @param moments the instants from which something was so, the earliest first
 */
public record Timeline<T>(List<Moment<T>> moments) {

    /**
     * From when something was so.
     *
     * @param at since when
     * @param value what was so
     */
    public record Moment<T>(Instant at, T value) {}

    /** What was so at an instant; of several that began at one the last counts. Empty before the first. */
    public Optional<T> at(Instant instant) {
        int low = 0;
        int high = moments.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (moments.get(middle).at().isAfter(instant)) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low == 0 ? Optional.empty() : Optional.of(moments.get(low - 1).value());
    }
}
