package evenharbor.core.who.message;

import evenharbor.core.common.RetryPauses;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * The life of a message: it is sent until its receiver takes it, with longer and longer pauses, or until there is no use in it.
 *
 * @param state how far it is
 * @param tries how often it was sent in vain since it was last asked for
 * @param nextAt when it is sent next; empty when it is not
 */
public record MessageLife(State state, int tries, Optional<Instant> nextAt) {

    private static final int GONE = 410;
    private static final int SUCCESS = 2;
    private static final int HUNDRED = 100;

    /** The longest pause that a receiver may ask for. */
    private static final Duration LONGEST_ASKED = Duration.ofDays(1);

    /** How far a message is. */
    public enum State {
        WAITING,
        DELIVERED,
        /** The last try failed as those before, or the receiver wants no more. */
        GIVEN_UP
    }

    /** What came of sending it. @param status the status code; 0 when nothing came @param retryAfter the pause that was asked for */
    public record Answer(int status, Optional<Duration> retryAfter) {

        /** Whether the receiver has it. */
        public boolean taken() {
            return status / HUNDRED == SUCCESS;
        }

        /** Whether the receiver wants no more messages of any kind (RFC 9110, section 15.5.11). */
        public boolean gone() {
            return status == GONE;
        }
    }

    /** A message that is to be sent now. */
    public static MessageLife begun(Instant now) {
        return new MessageLife(State.WAITING, 0, Optional.of(now));
    }

    /** It was sent. */
    public MessageLife answered(Answer answer, Instant now) {
        if (answer.taken()) {
            return new MessageLife(State.DELIVERED, tries, Optional.empty());
        }
        Optional<Duration> pause = answer.gone() ? Optional.empty() : RetryPauses.after(tries);
        return pause.map(usual -> new MessageLife(
                        State.WAITING, tries + 1, Optional.of(now.plus(longer(usual, answer.retryAfter())))))
                .orElseGet(() -> new MessageLife(State.GIVEN_UP, tries + 1, Optional.empty()));
    }

    private static Duration longer(Duration usual, Optional<Duration> asked) {
        return asked.map(pause -> pause.compareTo(LONGEST_ASKED) > 0 ? LONGEST_ASKED : pause)
                .filter(pause -> pause.compareTo(usual) > 0)
                .orElse(usual);
    }
}
