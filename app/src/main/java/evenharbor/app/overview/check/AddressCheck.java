package evenharbor.app.overview.check;

import evenharbor.core.where.address.Ladder;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;

/** What was last seen of an address. */
@Entity
class AddressCheck {
    @Id
    String addressId;

    Instant askedAt;

    /** Set by a statement of its own, for others may set it meanwhile. */
    @Column(updatable = false)
    Instant nextLookAt;

    @Enumerated(EnumType.STRING)
    Ladder.State state;

    Instant since;

    @Column(updatable = false)
    Instant changedAt;

    boolean drifted;
    String ladder;
    String looks;
}
