package evenharbor.app.where.domain;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Price;
import evenharbor.core.where.domain.Proof;
import evenharbor.core.where.domain.Term;
import java.time.Instant;
import java.util.Optional;

/**
 * A domain that an account holds or claims.
 *
 * @param id its id
 * @param name its name
 * @param accountId whose it is
 * @param source whether it was registered here or brought
 * @param state how far it is
 * @param proven whether it is certain that it is theirs
 * @param proof the TXT record that proves it
 * @param hosted whether its zone is on our name servers
 * @param expiresAt until when it is registered, for one registered here
 * @param autoRenew whether it is renewed by itself
 * @param price what it costs
 * @param wildcardSite the site that answers for names below it that nobody claimed
 * @param trouble what went wrong last; empty when nothing did
 * @param createdAt since when it is here
 */
public record Domain(
        String id,
        HostName name,
        String accountId,
        Source source,
        State state,
        boolean proven,
        Proof proof,
        boolean hosted,
        Optional<Instant> expiresAt,
        boolean autoRenew,
        Price price,
        Optional<String> wildcardSite,
        String trouble,
        Instant createdAt) {

    /** Where a domain comes from. */
    public enum Source {
        REGISTERED,
        BROUGHT
    }

    /** How far it is. */
    public enum State {
        /** The registry has been asked and has not answered yet. */
        REGISTERING,
        /** It waits for its proof. */
        CLAIMED,
        /** It is theirs. */
        HELD,
        /** Its registration has ended. */
        ENDED
    }

    /** How long it is registered for, for one registered here. */
    public Optional<Term> term() {
        return expiresAt.map(end -> new Term(end, autoRenew));
    }
}
