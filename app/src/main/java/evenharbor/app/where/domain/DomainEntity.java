package evenharbor.app.where.domain;

import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainLife;
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
    DomainLife.Stage stage;

    Instant stageSince;
    String provenName;
    String proof;
    Instant provenAt;
    boolean hosted;
    Instant expiresAt;
    boolean autoRenew;
    long firstYear;
    long yearly;
    String currency;
    String wildcardSite;
    Instant missingSince;
    int toldDays;
    int failures;
    String trouble;
    Instant nextLookAt;
    Instant zoneDueAt;
    String zoneTrouble;
    String createdBy;
    Instant createdAt;

    /** A name that a person's account has just asked for. */
    static DomainEntity fresh(HostName name, Person person, Instant now) {
        DomainEntity row = new DomainEntity();
        row.id = Ids.id();
        row.name = name.ascii();
        row.accountId = person.accountId();
        row.proof = Ids.secret();
        row.currency = "EUR";
        row.zoneTrouble = "";
        row.createdBy = person.id();
        row.createdAt = now;
        row.live(DomainLife.searched(now));
        return row;
    }

    DomainLife life() {
        return new DomainLife(
                stage,
                stageSince,
                Optional.ofNullable(expiresAt),
                autoRenew,
                Optional.ofNullable(missingSince),
                toldDays,
                failures,
                trouble,
                Optional.ofNullable(nextLookAt));
    }

    /** Makes the row say what a life is. */
    void live(DomainLife life) {
        stage = life.stage();
        stageSince = life.since();
        expiresAt = life.expiresAt().orElse(null);
        autoRenew = life.autoRenew();
        missingSince = life.missingSince().orElse(null);
        toldDays = life.toldDays();
        failures = life.failures();
        trouble = life.trouble();
        nextLookAt = life.next().orElse(null);
        provenName = life.reserved() ? name : null;
    }

    Domain toDomain() {
        HostName host = new HostName(name);
        return new Domain(
                id,
                host,
                accountId,
                life(),
                new Proof(host, proof),
                hosted,
                new Price(firstYear, yearly, currency),
                Optional.ofNullable(wildcardSite),
                zoneTrouble,
                createdAt);
    }
}
