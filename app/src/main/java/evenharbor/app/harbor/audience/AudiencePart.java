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
import java.util.stream.Collectors;

/** A part of a site that is not for everyone, or that is though it lies in one that is not. */
@Entity
@Table(name = "audience_part")
class AudiencePart {

    @Id
    String id;

    String siteId;
    String path;

    @Enumerated(EnumType.STRING)
    AudienceWay way;

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

    /** The guard of it. @param lists who is let in by name, and what who registers is asked */
    Guard guard(AudienceLists lists) {
        return new Guard(
                id,
                generation,
                switch (way) {
                    case EVERYONE -> new Audience.Everyone();
                    case PASSWORD -> new Audience.WithPassword(kept);
                    case LINK -> new Audience.WithLink(kept, Optional.ofNullable(untilAt));
                    case PEOPLE -> new Audience.Named(lists.emails(id));
                    case ORGANISATION ->
                        new Audience.Organisation(lists.named(id).stream()
                                .map(domain -> domain.substring(1))
                                .collect(Collectors.toSet()));
                    case REGISTER -> lists.registration(id).orElseThrow();
                });
    }
}
