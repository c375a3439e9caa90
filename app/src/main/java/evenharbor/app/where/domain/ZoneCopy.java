package evenharbor.app.where.domain;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** A zone as it was last seen at its name servers. */
@Entity
class ZoneCopy {
    @Id
    String domainId;

    String records;
    long serial;
    String ours;
    String yielding;
    String beforeRecords;
    String changedBy;
    Instant changedAt;
    Instant seenAt;
    boolean emptied;
}
