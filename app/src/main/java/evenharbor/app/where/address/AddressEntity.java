package evenharbor.app.where.address;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/** An address and the site it belongs to. */
@Entity
@Table(name = "site_address")
class AddressEntity {
    @Id
    String id;

    String host;
    String path;
    String siteId;
    String accountId;
    String domainId;

    @Enumerated(EnumType.STRING)
    Role role;

    Integer trialVersion;
    String pointsTo;
    String claimedBy;
    Instant claimedAt;
    Instant heldUntil;
    Instant forwardsUntil;

    SiteAddress toSiteAddress() {
        return new SiteAddress(
                id,
                new HostName(host),
                path,
                role,
                trialVersion == null ? OptionalInt.empty() : OptionalInt.of(trialVersion),
                Optional.ofNullable(pointsTo));
    }

    /** Takes the role over from what the rules came to. */
    void become(SiteAddress address) {
        role = address.role();
        trialVersion =
                address.trialVersion().isPresent() ? address.trialVersion().getAsInt() : null;
        pointsTo = address.pointsTo().orElse(null);
        if (role != Role.FORWARDING) {
            forwardsUntil = null;
        }
    }
}
