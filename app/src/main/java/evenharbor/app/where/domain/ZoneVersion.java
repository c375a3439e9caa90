package evenharbor.app.where.domain;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A zone as it was from some time on, as a zone file. */
@Entity
class ZoneVersion {

    /** Who made it so. */
    enum Origin {
        PERSON,
        HARBOR,
        /** Someone who changed it at the name server, not through us. */
        ELSEWHERE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String domainId;
    String records;

    @Enumerated(EnumType.STRING)
    Origin origin;

    String personId;
    Instant at;
}
