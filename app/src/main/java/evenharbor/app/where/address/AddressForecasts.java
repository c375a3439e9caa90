package evenharbor.app.where.address;

import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.address.SiteAddresses;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses that a site would have after a change, without changing anything. */
@Service
@Transactional(readOnly = true)
public class AddressForecasts {

    private final Addresses addresses;
    private final AddressRows rows;

    AddressForecasts(Addresses addresses, AddressRows rows) {
        this.addresses = addresses;
        this.rows = rows;
    }

    /** The addresses when one of them has another role; those of now where that cannot be. */
    public List<Address> as(String siteId, String id, Role role) {
        addresses.mine(siteId, id);
        SiteAddresses.Outcome outcome =
                rows.addresses(siteId).changed(id, SiteAddresses.Wish.of(role), rows.around(siteId));
        return outcome instanceof SiteAddresses.Done done ? become(siteId, done.addresses()) : addresses.of(siteId);
    }

    /** The addresses when one of them is released. */
    public List<Address> without(String siteId, String id) {
        addresses.mine(siteId, id);
        return become(siteId, rows.addresses(siteId).without(id));
    }

    private List<Address> become(String siteId, SiteAddresses after) {
        Map<String, Address> now =
                addresses.of(siteId).stream().collect(Collectors.toMap(Address::id, Function.identity()));
        return after.list().stream().map(a -> become(now.get(a.id()), a)).toList();
    }

    private static Address become(Address now, SiteAddress then) {
        return new Address(
                now.id(),
                now.siteId(),
                now.hostName(),
                now.shown(),
                now.path(),
                now.url(),
                then.role(),
                then.trialVersion().isPresent() ? then.trialVersion().getAsInt() : null,
                then.pointsTo().orElse(null),
                now.domainId(),
                now.claimedAt(),
                now.forwardsUntil());
    }
}
