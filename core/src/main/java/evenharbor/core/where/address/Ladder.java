package evenharbor.core.where.address;

import com.google.common.collect.Comparators;
import evenharbor.core.where.domain.RecordSet;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * The steps of an address, in the order in which they have to be climbed: each says what was expected, what was seen and
 * from where, and what to do.
 *
 * @param steps one for each kind, in order; those about HTTPS only where it is wanted
 */
public record Ladder(List<Step> steps) {

    private static final Duration SOONEST = Duration.ofSeconds(1);

    /** The steps. */
    public enum Kind {
        OURS("Yours to use"),
        EXISTS("The name exists"),
        LEADS_HERE("Its records lead here"),
        VISITORS("Visitors get this site"),
        CERTIFIABLE("A certificate may be had"),
        CERTIFIED("A certificate is held"),
        SECURE("Visitors get it by HTTPS"),
        SENT_ON("Plain HTTP sends on to HTTPS");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        /** What the step is called. */
        public String words() {
            return words;
        }
    }

    /** How a step stands. */
    public enum State {
        OK,
        WAITING,
        FAILED,
        NOT_YET
    }

    /**
     * One step.
     *
     * @param kind which
     * @param state how it stands
     * @param expected what was expected
     * @param seen what was seen
     * @param from who was asked
     * @param todo what to do; empty when nothing is
     * @param until when waiting, the time by which it is done
     * @param records the exact records to add or change, with names in full
     */
    public record Step(
            Kind kind,
            State state,
            String expected,
            String seen,
            String from,
            String todo,
            Optional<Instant> until,
            List<RecordSet> records) {}

    /** The ladder for what was seen. */
    public static Ladder of(AddressSight sight, Instant now) {
        return new Ladder(new LadderSteps(sight, now).all());
    }

    /** The first step that is not done; empty when all are. */
    public Optional<Step> hindrance() {
        return steps.stream().filter(s -> s.state() != State.OK).findFirst();
    }

    /** How the address stands as a whole. */
    public State state() {
        return hindrance().map(Step::state).orElse(State.OK);
    }

    /**
     * How long to wait before looking again: at once when something has just changed, for it may not have come through
     * everywhere as yet, then less and less often; daily when all is well.
     */
    public Duration nextLook(Duration sinceChange, Instant now) {
        if (state() == State.OK) {
            return Duration.ofDays(1);
        }
        Optional<Instant> until = hindrance().flatMap(Step::until);
        if (until.isPresent()) {
            Duration left = Duration.between(now, until.get());
            return left.compareTo(Duration.ofMinutes(10)) < 0 && !left.isNegative() ? left : Duration.ofMinutes(10);
        }
        if (sinceChange.compareTo(Duration.ofMinutes(10)) < 0) {
            return Comparators.max(SOONEST, Comparators.min(sinceChange, Duration.ofSeconds(30)));
        }
        return sinceChange.compareTo(Duration.ofDays(1)) < 0 ? Duration.ofMinutes(5) : Duration.ofHours(1);
    }
}
