package evenharbor.app.who.access;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** Someone who signs in. */
@Entity
@Table(name = "person")
class PersonEntity {
    @Id
    String id;

    String accountId;
    String email;
    String name;
    String passwordHash;
    Instant createdAt;
    Instant removedAt;

    Person toPerson() {
        return new Person(id, accountId, name, email);
    }
}
