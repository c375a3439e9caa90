package evenharbor.app.where.certificate;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.certificate.BroughtCertificate;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hsts;
import evenharbor.core.where.certificate.HstsStep;
import evenharbor.core.where.certificate.LifeEvent;
import java.time.Clock;
import java.time.Instant;
import org.springframework.stereotype.Service;

/** HTTPS of the current person's addresses and domains: switched on and off, and what is asked of browsers. */
@Service
public class HttpsChanges {

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final Addresses addresses;
    private final Domains domains;
    private final Secrets secrets;
    private final Clock clock;

    HttpsChanges(
            CertificateRepository repository,
            CertificateRows rows,
            Addresses addresses,
            Domains domains,
            Secrets secrets,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.domains = domains;
        this.secrets = secrets;
        this.clock = clock;
    }

    /** Turns HTTPS on at one of a site's addresses. */
    public Secured turnOn(String siteId, String addressId) {
        return turnOn(addresses.mine(siteId, addressId).hostName());
    }

    /** Turns HTTPS on at all of a site's addresses. */
    void turnOnAll(String siteId) {
        addresses.of(siteId).stream().map(Address::hostName).distinct().forEach(this::turnOn);
    }

    private Secured turnOn(String name) {
        boolean mine = repository
                .findByNameAndAccountId(name, Current.person().accountId())
                .map(row -> row.wanted && row.choice == HttpsChoice.ON)
                .orElse(false);
        if (!mine) {
            rows.begin(name, Current.person());
            rows.change(name, row -> {
                Instant now = clock.instant();
                row.choice = HttpsChoice.ON;
                row.setLife(row.life().on(new LifeEvent.TurnedOn(), now));
                row.sendsOn |=
                        row.life().held().filter(held -> held.validAt(now)).isPresent();
                rows.note(ActivityKind.HTTPS_CHANGED, row, " is to be secure");
            });
        }
        return now(name);
    }

    private Secured now(String name) {
        return repository.findById(name).orElseThrow().toSecured();
    }

    /** Turns HTTPS on for all names under a domain whose zone we host. */
    Secured turnOnWildcard(String domainId) {
        Domain domain = domains.mine(domainId);
        if (!domain.proven() || !domain.hosted()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "A certificate for all names under " + domain.name().unicode()
                            + " needs its records to be kept here. Nothing was changed.");
        }
        return turnOn("*." + domain.name().ascii());
    }

    /** Turns HTTPS off at a name, once no browser insists on it any more. */
    void turnOff(String name) {
        if (repository.findById(name).filter(row -> row.wanted).isEmpty()) {
            addresses.needMine(name);
            rows.begin(name, Current.person());
        }
        CertificateEntity mine = own(name);
        Hsts hsts = mine.hsts();
        Instant now = clock.instant();
        if (mine.wanted && !hsts.free(now)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Browsers that were here were asked to come by HTTPS only. "
                            + (hsts.step() == HstsStep.NONE
                                    ? "The last of them may insist on it for a while yet."
                                    : "Lower that promise to none first.")
                            + " Nothing was changed.");
        }
        rows.change(name, row -> {
            row.setLife(row.life().on(new LifeEvent.TurnedOff(), now));
            row.choice = HttpsChoice.OFF;
            row.sendsOn = false;
            rows.note(ActivityKind.HTTPS_CHANGED, row, " is no longer secure");
        });
    }

    private CertificateEntity row(String name) {
        CertificateEntity row = own(name);
        if (!row.wanted) {
            throw Problem.notFound("This name's HTTPS");
        }
        return row;
    }

    private CertificateEntity own(String name) {
        return repository
                .findByNameAndAccountId(name, Current.person().accountId())
                .orElseThrow(() -> Problem.notFound("This name's HTTPS"));
    }

    /** Tries again what a person may have mended. */
    void tryAgain(String name) {
        row(name);
        mended(name);
    }

    /** Something that was in the way of a name's certificate may have changed. */
    public void mended(String name) {
        boolean waits = repository
                .findById(name)
                .map(row -> !row.life().equals(row.life().on(new LifeEvent.Mended(), clock.instant())))
                .orElse(false);
        if (waits) {
            rows.apply(name, new LifeEvent.Mended());
        }
    }

    /** Sends visitors who come by plain HTTP on, or not. */
    Secured setSendsOn(String name, boolean sendsOn) {
        CertificateEntity mine = row(name);
        CertificateLife life = mine.life();
        if (sendsOn && life.held().filter(h -> h.validAt(clock.instant())).isEmpty()) {
            throw new Problem(ProblemType.NOT_READY, "There is no certificate as yet. Nothing was changed.");
        }
        if (!sendsOn && !mine.hsts().free(clock.instant())) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Browsers that were here come by HTTPS in any case. Lower that promise first. Nothing was changed.");
        }
        rows.change(name, row -> {
            row.sendsOn = sendsOn;
            rows.note(
                    ActivityKind.HTTPS_CHANGED,
                    row,
                    sendsOn ? ": plain HTTP is sent on" : ": plain HTTP is no longer sent on");
        });
        return now(name);
    }

    /** Takes a step of the promise that browsers are asked for. */
    Secured setHsts(String name, HstsStep step, boolean subdomains) {
        Hsts before = row(name).hsts();
        Instant now = clock.instant();
        before.hindrance(step, subdomains, now).ifPresent(sentence -> {
            throw new Problem(ProblemType.NOT_READY, sentence + " Nothing was changed.");
        });
        if (step.compareTo(before.step()) > 0 && !row(name).toSecured().secure(now)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Visitors have to come by HTTPS before they are asked to promise it. Nothing was changed.");
        }
        rows.change(name, row -> {
            row.setHsts(row.hsts().changed(step, subdomains, now));
            rows.note(
                    ActivityKind.HTTPS_CHANGED,
                    row,
                    ": browsers are asked to come by HTTPS only, " + step.words()
                            + (subdomains ? ", names below included" : ""));
        });
        return now(name);
    }

    /** Takes a certificate that was brought from elsewhere. */
    Secured bring(String name, BroughtCertificate brought) {
        rows.begin(name, Current.person());
        rows.change(name, row -> {
            row.choice = HttpsChoice.ON;
            row.setLife(row.life().on(new LifeEvent.Brought(brought.holding()), clock.instant()));
            row.chain = Pem.of(brought.chain());
            row.privateKey = secrets.sealed(Pem.of(brought.key()));
            row.sendsOn = true;
            rows.note(ActivityKind.HTTPS_CHANGED, row, ": a certificate was brought");
        });
        return now(name);
    }
}
