package evenharbor.app.where.address;

import evenharbor.core.where.address.AddressAssessment;
import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.address.SiteAddresses;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses that a site would have after a change, without changing anything. */
@Service
@Transactional(readOnly = true)
public class AddressForecasts {

    /** Stands for the id of an address that is not there yet. */
    private static final String FRESH = "fresh";

    private final Addresses addresses;
    private final AddressRows rows;
    private final Claims claims;
    private final Clock clock;

    AddressForecasts(Addresses addresses, AddressRows rows, Claims claims, Clock clock) {
        this.addresses = addresses;
        this.rows = rows;
        this.claims = claims;
        this.clock = clock;
    }

    /** The addresses when one of them has another role; those of now where that cannot be. */
    public List<Address> as(String siteId, String id, Role role) {
        return as(siteId, id, SiteAddresses.Wish.of(role));
    }

    /** The addresses when one of them does what is wished; those of now where that cannot be. */
    public List<Address> as(String siteId, String id, SiteAddresses.Wish wish) {
        addresses.mine(siteId, id);
        return become(siteId, rows.addresses(siteId).changed(id, wish, rows.around(siteId)), Map.of());
    }

    /** The addresses when one of them gets another name; those of now where the name cannot be had. */
    public List<Address> renamed(String siteId, String id, String typed) {
        addresses.mine(siteId, id);
        AddressAssessment assessment = claims.read(siteId, typed).sense();
        AddressReading reading = assessment.reading();
        if (!assessment.free() || reading.host().isEmpty()) {
            return addresses.of(siteId);
        }
        SiteAddress fresh = SiteAddress.of(FRESH, reading.host().get(), reading.path(), Role.POINTER);
        String url = addresses.url(fresh.host(), fresh.path());
        Address named = new Address(
                FRESH,
                siteId,
                fresh.host().ascii(),
                fresh.words(),
                fresh.path(),
                url,
                Role.POINTER,
                null,
                null,
                null,
                clock.instant(),
                null);
        return become(
                siteId, rows.addresses(siteId).renamed(id, fresh, url, rows.around(siteId)), Map.of(FRESH, named));
    }

    /** The addresses when one of them is released. */
    public List<Address> without(String siteId, String id) {
        addresses.mine(siteId, id);
        return become(siteId, new SiteAddresses.Done(rows.addresses(siteId).without(id)), Map.of());
    }

    private List<Address> become(String siteId, SiteAddresses.Outcome outcome, Map<String, Address> fresh) {
        if (!(outcome instanceof SiteAddresses.Done done)) {
            return addresses.of(siteId);
        }
        Map<String, Address> now = new HashMap<>(fresh);
        addresses.of(siteId).forEach(address -> now.put(address.id(), address));
        return done.addresses().list().stream()
                .map(a -> become(now.get(a.id()), a))
                .toList();
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
