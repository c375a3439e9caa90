package evenharbor.app.harbor.audience;

import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;

/** A part of a site that is not for everyone, or that is though it lies in one that is not. */
@Entity
@Table(name = "audience_part")
class AudiencePart {

    /** What lets visitors in. */
    enum Way {
        /** Nothing: it is for everyone. */
        EVERYONE,
        PASSWORD,
        LINK
    }

    @Id
    String id;

    String siteId;
    String path;

    @Enumerated(EnumType.STRING)
    Way way;

    /** What is kept of the password or of the link's secret; empty for everyone. */
    String kept;

    /** The link's secret, sealed; null for the others. */
    byte[] sealed;

    Instant untilAt;
    int generation;
    String changedBy;
    Instant changedAt;

    @Version
    long revision;

    Guard guard() {
        return new Guard(
                id,
                generation,
                switch (way) {
                    case EVERYONE -> new Audience.Everyone();
                    case PASSWORD -> new Audience.WithPassword(kept);
                    case LINK -> new Audience.WithLink(kept, Optional.ofNullable(untilAt));
                });
    }
}
