package evenharbor.app.where.certificate;

import evenharbor.app.who.access.Person;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.Hsts;
import evenharbor.core.where.certificate.HstsStep;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** The certificate of a name and what is asked of browsers there. */
@Entity
@Table(name = "certificate")
class CertificateEntity {
    @Id
    String name;

    String accountId;
    boolean wanted;

    @Enumerated(EnumType.STRING)
    HttpsChoice choice;

    String chain;
    byte[] privateKey;
    String names;
    String issuer;
    Instant validFrom;
    Instant validUntil;
    boolean renews;
    String orderAt;
    byte[] orderKey;

    @Enumerated(EnumType.STRING)
    Hindrance.Kind hindrance;

    String hindranceSentence;
    Instant hindranceNotBefore;
    Instant hindranceAt;
    int failures;
    Instant renewAt;
    Instant nextAt;
    boolean sendsOn;

    @Enumerated(EnumType.STRING)
    HstsStep hstsStep;

    boolean hstsSubdomains;
    Instant hstsSince;
    Instant hstsOwedUntil;
    long changedIn;
    String createdBy;
    Instant createdAt;

    /** A name that nobody has asked anything for as yet. */
    static CertificateEntity fresh(String name, Person person, Instant now) {
        CertificateEntity row = new CertificateEntity();
        row.name = name;
        row.accountId = person.accountId();
        row.createdBy = person.id();
        row.createdAt = now;
        row.choice = HttpsChoice.NONE;
        row.setHsts(Hsts.NEVER);
        row.setLife(CertificateLife.of(name));
        return row;
    }

    CertificateLife life() {
        return new CertificateLife(
                name,
                wanted,
                validUntil == null
                        ? Optional.empty()
                        : Optional.of(new Holding(List.of(names.split("\n")), issuer, validFrom, validUntil, renews)),
                Optional.ofNullable(orderAt),
                hindrance == null
                        ? Optional.empty()
                        : Optional.of(new Hindrance(
                                hindrance, hindranceSentence, Optional.ofNullable(hindranceNotBefore), hindranceAt)),
                failures,
                Optional.ofNullable(renewAt),
                Optional.ofNullable(nextAt));
    }

    /** Takes a life over, and lets go of keys that it no longer speaks of. */
    void setLife(CertificateLife life) {
        wanted = life.wanted();
        Holding held = life.held().orElse(null);
        names = held == null ? null : String.join("\n", held.names());
        issuer = held == null ? null : held.issuer();
        validFrom = held == null ? null : held.from();
        validUntil = held == null ? null : held.until();
        renews = held != null && held.renews();
        orderAt = life.order().orElse(null);
        Hindrance met = life.hindrance().orElse(null);
        hindrance = met == null ? null : met.kind();
        hindranceSentence = met == null ? null : cut(met.sentence());
        hindranceNotBefore = met == null ? null : met.notBefore().orElse(null);
        hindranceAt = met == null ? null : met.at();
        failures = life.failures();
        renewAt = life.renewAt().orElse(null);
        nextAt = life.next().orElse(null);
        if (held == null) {
            chain = null;
            privateKey = null;
        }
        if (orderAt == null) {
            orderKey = null;
        }
    }

    private static String cut(String sentence) {
        return sentence.length() <= 500 ? sentence : sentence.substring(0, 497) + "…";
    }

    Hsts hsts() {
        return new Hsts(hstsStep, hstsSubdomains, hstsSince, hstsOwedUntil);
    }

    void setHsts(Hsts hsts) {
        hstsStep = hsts.step();
        hstsSubdomains = hsts.subdomains();
        hstsSince = hsts.since();
        hstsOwedUntil = hsts.owedUntil();
    }

    Secured toSecured() {
        return new Secured(name, accountId, life(), choice, sendsOn, hsts());
    }

    /** What this harbor had issued and renews by itself. */
    Optional<X509Certificate> held() {
        return Optional.ofNullable(chain)
                .filter(there -> renews)
                .map(there -> Pem.certificates(there).get(0));
    }
}
