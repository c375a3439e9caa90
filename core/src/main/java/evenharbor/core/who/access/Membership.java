package evenharbor.core.who.access;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What someone is in an account: in all of it, and in single sites. Of two roles at a site the one with more rights counts.
 *
 * @param accountId the account
 * @param all the role in all of it; empty for someone who looks after single sites only
 * @param sites the roles at single sites, by the site's id
 */
public record Membership(String accountId, Optional<PersonRole> all, Map<String, PersonRole> sites) {

    /** Takes the roles as they are now. */
    public Membership {
        sites = Map.copyOf(sites);
    }

    /** The role at a site of the account; empty when it is none of theirs. */
    public Optional<PersonRole> at(String siteId) {
        return Stream.concat(all.stream(), Stream.ofNullable(sites.get(siteId))).max(Comparator.naturalOrder());
    }

    /** Whether they have a right at a site. */
    public boolean may(Right right, String siteId) {
        return at(siteId).filter(role -> role.may(right)).isPresent();
    }

    /** Whether they have a right in the account as a whole. */
    public boolean may(Right right) {
        return all.filter(role -> role.may(right)).isPresent();
    }

    /** Whether they are anything at all there. */
    public boolean any() {
        return all.isPresent() || !sites.isEmpty();
    }

    /** Of several memberships that of an account; else the first that is any; empty when there is none. */
    public static Optional<Membership> choose(List<Membership> all, String accountId) {
        return all.stream()
                .filter(each -> each.accountId().equals(accountId) && each.any())
                .findFirst()
                .or(() -> all.stream().filter(Membership::any).findFirst());
    }
}
