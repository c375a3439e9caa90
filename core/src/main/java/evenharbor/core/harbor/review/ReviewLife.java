package evenharbor.core.harbor.review;

import java.time.Instant;
import java.util.Optional;

/**
 * The life of one review: asked for, then agreed to or sent back by someone else, or withdrawn. One unchangeable value;
 * what cannot happen is refused with the reason.
 *
 * @param state how it stands
 * @param askedBy who asked, by their id
 * @param decision who decided, and when; empty while nobody did
 */
public record ReviewLife(State state, String askedBy, Optional<Decision> decision) {

    /** How a review stands. */
    public enum State {
        OPEN,
        AGREED,
        SENT_BACK,
        WITHDRAWN,
        /** Another one was asked for since. */
        REPLACED
    }

    /** A decision. @param answer what was said with it; may be empty */
    public record Decision(String by, Instant at, String answer) {}

    /** What cannot happen, in a sentence for whoever wants it. */
    public static final class Refusal extends RuntimeException {
        private Refusal(String sentence) {
            super(sentence);
        }
    }

    /** One that was just asked for. */
    public static ReviewLife asked(String by) {
        return new ReviewLife(State.OPEN, by, Optional.empty());
    }

    /** Agreed to, or sent back. Nobody agrees with themselves: another person has to have seen it. */
    public ReviewLife decided(boolean agreed, String by, Instant at, String answer) {
        open();
        if (by.equals(askedBy)) {
            throw new Refusal(
                    "You asked for this review, so another person decides it. Nothing was changed. You can withdraw it.");
        }
        if (!agreed && answer.isBlank()) {
            throw new Refusal("Say what is to be changed, so that they know. Nothing was changed.");
        }
        return new ReviewLife(
                agreed ? State.AGREED : State.SENT_BACK, askedBy, Optional.of(new Decision(by, at, answer.strip())));
    }

    /** Withdrawn by whoever asked. */
    public ReviewLife withdrawn(String by) {
        open();
        if (!by.equals(askedBy)) {
            throw new Refusal("Who asked withdraws it; you can send it back. Nothing was changed.");
        }
        return new ReviewLife(State.WITHDRAWN, askedBy, Optional.empty());
    }

    /** Another one was asked for: what was open is not looked at any more; what was decided stays decided. */
    public ReviewLife replaced() {
        return state == State.OPEN ? new ReviewLife(State.REPLACED, askedBy, Optional.empty()) : this;
    }

    private void open() {
        if (state != State.OPEN) {
            throw new Refusal(
                    switch (state) {
                        case AGREED -> "It was agreed to already. Nothing was changed.";
                        case SENT_BACK -> "It was sent back already. Nothing was changed. Ask for a new review.";
                        case WITHDRAWN -> "It was withdrawn. Nothing was changed.";
                        case REPLACED -> "A newer review was asked for since. Nothing was changed. Look at that one.";
                        case OPEN -> throw new IllegalStateException();
                    });
        }
    }
}
