package evenharbor.app.where.domain;

import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Price;
import evenharbor.core.where.domain.Proof;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;

/** A domain that an account holds or claims. Only what changed is written, as people and watches change different parts. */
@Entity
@DynamicUpdate
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
    String wildcardSite;
    Instant nextLookAt;
    Instant zoneDueAt;
    String trouble;
    String createdBy;
    Instant createdAt;

    /** A domain that has just come to a person's account. */
    static DomainEntity fresh(HostName name, Domain.Source source, Domain.State state, Person person, Instant now) {
        DomainEntity row = new DomainEntity();
        row.id = Ids.id();
        row.name = name.ascii();
        row.accountId = person.accountId();
        row.source = source;
        row.state = state;
        row.proof = Ids.secret();
        row.autoRenew = source == Domain.Source.REGISTERED;
        row.currency = "EUR";
        row.trouble = "";
        row.createdBy = person.id();
        row.createdAt = now;
        return row;
    }

    Domain toDomain() {
        HostName host = new HostName(name);
        return new Domain(
                id,
                host,
                accountId,
                source,
                state,
                provenName != null && state == Domain.State.HELD,
                new Proof(host, proof),
                hosted,
                Optional.ofNullable(expiresAt),
                autoRenew,
                new Price(firstYear, yearly, currency),
                Optional.ofNullable(wildcardSite),
                trouble,
                createdAt);
    }
}
