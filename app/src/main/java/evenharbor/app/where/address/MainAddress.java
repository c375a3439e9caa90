package evenharbor.app.where.address;

import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which address of a site is the main one. */
@Service
public class MainAddress {

    private final AddressChanges changes;

    MainAddress(AddressChanges changes) {
        this.changes = changes;
    }

    /** Makes an address the main one of its site; the one before becomes an alias of it or forwards, as when a person does it. */
    @Transactional
    public void become(String siteId, String addressId) {
        changes.change(siteId, addressId, SiteAddresses.Wish.of(Role.MAIN));
    }
}
