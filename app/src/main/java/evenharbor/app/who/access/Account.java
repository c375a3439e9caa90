package evenharbor.app.who.access;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** People who look after the same sites. */
@Entity
class Account {
    @Id
    String id;

    String name;
    Instant createdAt;
}
