package evenharbor.core.when.plan;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What plans of a site need besides the site itself, as far as it is known now. */
public interface Surroundings {

    /**
     * Something that an address needs, and that ends.
     *
     * @param kind what it is
     * @param name what it is called
     */
    record Ending(Collisions.Kind kind, String name, Instant at) {}

    /** The domain and the certificate of an address, where they end unless something is done. */
    List<Ending> endings(String addressId);

    /** What is wrong with a destination now, in a sentence; empty for nothing. */
    Optional<String> hostTrouble(String destinationId);

    /** Why the draft could not be published now, in a sentence; empty when it could. */
    Optional<String> draftTrouble();
}
