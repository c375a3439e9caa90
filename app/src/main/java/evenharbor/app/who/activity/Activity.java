package evenharbor.app.who.activity;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** One thing that happened. */
@Entity
class Activity {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String accountId;
    String siteId;
    String personId;

    @Enumerated(EnumType.STRING)
    ActivityKind kind;

    @Enumerated(EnumType.STRING)
    ActivityKind effect;

    String detail;
    Instant at;
}
