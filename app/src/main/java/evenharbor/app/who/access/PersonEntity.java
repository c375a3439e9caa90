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

    /** The account that they acted in last. */
    String accountId;

    String email;
    String name;
    String passwordHash;
    Instant createdAt;
    Instant removedAt;

    /** Name of the time zone that they go by; null while they never said. */
    String zone;

    /** Whether they operate the harbor as a whole. */
    boolean operator;

    Person toPerson() {
        return new Person(id, accountId, name, email);
    }
}
