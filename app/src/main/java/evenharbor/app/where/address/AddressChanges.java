package evenharbor.app.where.address;

import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.address.SiteAddresses;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of addresses: another role, another name, an end. */
@Service
@Transactional
class AddressChanges {

    /** How long a released name is held back for the account that had it. */
    static final Duration HOLD = Duration.ofDays(30);

    private static final int AT_ONCE = 100;
    private static final String WHOLE = "/";

    private final AddressRepository repository;
    private final AddressRows rows;
    private final Addresses addresses;
    private final Claims claims;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    AddressChanges(
            AddressRepository repository,
            AddressRows rows,
            Addresses addresses,
            Claims claims,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.claims = claims;
        this.events = events;
        this.clock = clock;
    }

    /** Gives an address another role. */
    public Address change(String siteId, String id, SiteAddresses.Wish wish) {
        rows.lock(siteId);
        AddressEntity row = rows.mine(siteId, id);
        rows.apply(siteId, rows.addresses(siteId).changed(id, wish, rows.around(siteId)));
        rows.changed(
                ActivityKind.ADDRESS_CHANGED,
                Current.person(),
                words(row) + " is now " + row.role.name().toLowerCase(Locale.ROOT),
                row);
        return addresses.mine(siteId, id);
    }

    /**
     * Gives a site another name in place of one: the new one takes over what it did, and the old one leads to it.
     *
     * @param days for how many days the old one forwards; empty for always
     */
    public Address rename(String siteId, String id, String typed, OptionalInt days) {
        rows.lock(siteId);
        rows.mine(siteId, id);
        AddressEntity fresh = claims.insert(siteId, typed);
        SiteAddress address = fresh.toSiteAddress();
        rows.apply(
                siteId,
                rows.addressesBefore(fresh)
                        .renamed(id, address, addresses.url(address.host(), address.path()), rows.around(siteId)));
        AddressEntity left = rows.mine(siteId, id);
        if (left.role == Role.FORWARDING) {
            left.forwardsUntil = days.isPresent() ? clock.instant().plus(Duration.ofDays(days.getAsInt())) : null;
        }
        rows.changed(
                ActivityKind.ADDRESS_CHANGED, Current.person(), words(left) + " became " + words(fresh), left, fresh);
        return addresses.mine(siteId, fresh.id);
    }

    private static String words(AddressEntity row) {
        return row.toSiteAddress().words();
    }

    /**
     * Gives an address up, and with a host name all that lies on paths under it. Nobody but this account can have them
     * until the hold is over.
     */
    public List<Address> release(String siteId, String id) {
        repository.sitesAtTheHostOf(id).forEach(rows::lock);
        AddressEntity row = rows.mine(siteId, id);
        for (AddressEntity each : below(row)) {
            hold(each);
            rows.changed(ActivityKind.ADDRESS_RELEASED, Current.person(), words(each) + ", with " + words(row), each);
        }
        hold(row);
        rows.changed(ActivityKind.ADDRESS_RELEASED, Current.person(), words(row), row);
        return addresses.of(siteId);
    }

    /** The addresses on paths under an address that is a whole host name, of any site of the account. */
    private List<AddressEntity> below(AddressEntity root) {
        return !root.path.equals(WHOLE)
                ? List.of()
                : repository.findByHostIn(List.of(root.host)).stream()
                        .filter(row -> row.heldUntil == null
                                && !row.id.equals(root.id)
                                && row.accountId.equals(root.accountId))
                        .toList();
    }

    /** What is released along with an address, said before it is. */
    @Transactional(readOnly = true)
    public List<Below> releasedWith(String siteId, String id) {
        return below(rows.mine(siteId, id)).stream()
                .map(row -> new Below(row.siteId, words(row)))
                .toList();
    }

    /** An address that is released along with another, and the site that it leads to. */
    record Below(String siteId, String address) {}

    private void hold(AddressEntity row) {
        rows.leave(row, () -> row.heldUntil = clock.instant().plus(HOLD));
    }

    /** Ends the forwarding of addresses whose time is over. */
    public void endForwards() {
        repository
                .findByForwardsUntilLessThanEqualAndHeldUntilIsNull(clock.instant(), Limit.of(AT_ONCE))
                .forEach(row -> {
                    hold(row);
                    rows.changed(
                            ActivityKind.ADDRESS_RELEASED,
                            Activities.harbor(row.accountId),
                            words(row) + ", its time of forwarding is over",
                            row);
                });
    }

    /** Takes the addresses under a domain away that the account no longer holds. */
    public void domainGone(String domainId) {
        for (AddressEntity row : repository.findByDomainId(domainId)) {
            if (row.heldUntil == null) {
                rows.leave(row, () -> repository.delete(row));
            } else {
                repository.delete(row);
            }
            events.publishEvent(new AddressesChanged(row.siteId));
        }
    }

    /** Tells the sites that have addresses under a domain that they may be served, or no longer. */
    public void domainChanged(String domainId) {
        repository.findByDomainIdAndHeldUntilIsNull(domainId).stream()
                .map(row -> row.siteId)
                .distinct()
                .forEach(siteId -> events.publishEvent(new AddressesChanged(siteId)));
    }
}
