package evenharbor.app.where.domain;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainLife;
import evenharbor.core.where.domain.Price;
import evenharbor.core.where.domain.Proof;
import java.time.Instant;
import java.util.Optional;

/**
 * A domain that an account holds or claims.
 *
 * @param id its id
 * @param name its name
 * @param accountId whose it is
 * @param life how far it is, and what is due
 * @param proof the TXT record that proves it
 * @param hosted whether its zone is on our name servers
 * @param price what it costs
 * @param wildcardSite the site that answers for names below it that nobody claimed
 * @param zoneTrouble what went wrong with its zone last; empty when nothing did
 * @param createdAt since when it is here
 */
public record Domain(
        String id,
        HostName name,
        String accountId,
        DomainLife life,
        Proof proof,
        boolean hosted,
        Price price,
        Optional<String> wildcardSite,
        String zoneTrouble,
        Instant createdAt) {

    /** Where a domain comes from. */
    public enum Source {
        REGISTERED,
        BROUGHT
    }

    /** Whether it was registered here or brought. */
    public Source source() {
        return life.registeredHere() ? Source.REGISTERED : Source.BROUGHT;
    }

    /** Whether it is certain that it is theirs. */
    public boolean proven() {
        return life.certain();
    }

    /** What went wrong last; empty when nothing did. */
    public String trouble() {
        return life.trouble().isEmpty() ? zoneTrouble : life.trouble();
    }
}
