package evenharbor.app.where.domain;

import java.util.Set;

/** Says which names under a domain must lead here. Answered by whoever keeps addresses. */
public interface AddressNeeds {
    /** The host names under a domain, in full, that must lead here. */
    Set<String> hosts(Domain domain);
}
