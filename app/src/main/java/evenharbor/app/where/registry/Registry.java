package evenharbor.app.where.registry;

import evenharbor.core.where.domain.Price;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** The registry that names are bought from. */
public interface Registry {

    /** The registry did not do it, or did not answer. */
    class Refusal extends Exception {
        private final boolean down;

        /** Says what happened, in a sentence for a person. */
        public Refusal(String sentence, boolean down, Throwable cause) {
            super(sentence, cause);
            this.down = down;
        }

        /** Whether it did not answer at all, so that nothing is known. */
        public boolean down() {
            return down;
        }
    }

    /**
     * What it says of a name.
     *
     * @param name the name
     * @param free whether it can be registered
     * @param premium whether it asks a premium
     * @param price what it costs; empty for a name that is not sold here
     */
    record Offer(String name, boolean free, boolean premium, Optional<Price> price) {}

    /**
     * A name that is registered through us.
     *
     * @param name the name
     * @param expiresAt until when
     */
    record Registration(String name, Instant expiresAt) {}

    /** Under which endings it sells names. */
    List<String> endings();

    /** What it says of several names. */
    List<Offer> check(List<String> names) throws Refusal;

    /** Registers a name for a year. Empty when someone else was first. */
    Optional<Registration> register(String name, List<String> nameServers) throws Refusal;

    /** A name registered through us; empty when it is not. */
    Optional<Registration> find(String name) throws Refusal;

    /** Renews a name for a year. */
    Registration renew(Registration registration) throws Refusal;

    /** Lets a name go, at once. */
    void release(String name) throws Refusal;
}
