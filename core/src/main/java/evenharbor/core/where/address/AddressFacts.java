package evenharbor.core.where.address;

import evenharbor.core.where.domain.Price;
import java.time.Instant;
import java.util.Optional;

/** What has to be known of the world to say what a typed address would mean. Asked only where it matters. */
public interface AddressFacts {

    /** Whose something is, seen from the person who types. */
    enum Holder {
        THIS_SITE,
        OWN_SITE,
        OTHERS
    }

    /**
     * Who has an address.
     *
     * @param holder whose it is
     * @param title the site's title, for one of the person's own
     * @param heldUntil for a released address, until when it is held back for the account that had it
     */
    record Claim(Holder holder, String title, Optional<Instant> heldUntil) {}

    /** How a domain stands, seen from the person who types. */
    enum DomainStanding {
        MINE,
        MINE_UNPROVEN,
        OTHERS,
        FOR_SALE,
        PREMIUM,
        REGISTERED,
        NOT_SOLD_HERE,
        UNKNOWN
    }

    /**
     * How a domain stands and what it costs.
     *
     * @param standing how it stands
     * @param price what it costs, where it is for sale
     */
    record DomainFact(DomainStanding standing, Optional<Price> price) {}

    /** Whether the site has a main address, which others can follow. */
    boolean mainThere();

    /** Who has, or last had, exactly this name and path. */
    Optional<Claim> claim(HostName host, String path);

    /** How a registrable name stands. */
    DomainFact domain(HostName domain);

    /** How many pages of the site at this name lie under the path and would no longer be reached. */
    int hiddenPages(HostName host, String path);
}
