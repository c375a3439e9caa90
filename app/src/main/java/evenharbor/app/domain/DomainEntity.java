package evenharbor.app.domain;

import evenharbor.core.address.HostName;
import evenharbor.core.domain.Price;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;

/** A domain that an account holds or claims. */
@Entity
@Table(name = "domain")
class DomainEntity {
    @Id
    String id;

    String name;
    String accountId;

    @Enumerated(EnumType.STRING)
    Domain.Source source;

    @Enumerated(EnumType.STRING)
    Domain.State state;

    String provenName;
    String proof;
    Instant provenAt;
    boolean hosted;
    Instant registeredAt;
    Instant expiresAt;
    boolean autoRenew;
    long firstYear;
    long yearly;
    String currency;
    String catchingSite;
    Instant nextLookAt;
    Instant zoneDueAt;
    String trouble;
    String createdBy;
    Instant createdAt;

    Domain toDomain() {
        return new Domain(
                id,
                new HostName(name),
                accountId,
                source,
                state,
                provenName != null && state == Domain.State.HELD,
                proof,
                hosted,
                Optional.ofNullable(expiresAt),
                autoRenew,
                new Price(firstYear, yearly, currency),
                Optional.ofNullable(catchingSite),
                trouble,
                createdAt);
    }
}
