package evenharbor.app.where.address;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** Where the owner gave an address out. */
@Entity
class Place {
    @Id
    String id;

    String siteId;
    String host;
    String what;
    Instant doneAt;
    Instant createdAt;
}
