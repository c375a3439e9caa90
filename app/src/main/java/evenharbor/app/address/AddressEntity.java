package evenharbor.app.address;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A harbor name and the site it belongs to. */
@Entity
@Table(name = "address")
class AddressEntity {
    @Id
    String name;

    String siteId;
    String accountId;

    @Enumerated(EnumType.STRING)
    Address.Role role;

    String claimedBy;
    Instant claimedAt;
    Instant heldUntil;
}
