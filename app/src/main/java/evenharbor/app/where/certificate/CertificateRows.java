package evenharbor.app.where.certificate;

import evenharbor.app.what.live.Revisions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.LifeEvent;
import java.time.Clock;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Changes rows of certificates, each in one transaction, and tells of it. */
@Component
class CertificateRows {

    private static final Logger LOG = LoggerFactory.getLogger(CertificateRows.class);

    private final CertificateRepository repository;
    private final Addresses addresses;
    private final Activities activities;
    private final Revisions revisions;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final Clock clock;

    CertificateRows(
            CertificateRepository repository,
            Addresses addresses,
            Activities activities,
            Revisions revisions,
            ApplicationEventPublisher events,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.addresses = addresses;
        this.activities = activities;
        this.revisions = revisions;
        this.events = events;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Changes a row, which must be there. */
    void change(String name, Consumer<CertificateEntity> how) {
        transactions.executeWithoutResult(t -> {
            // The revision's row is locked first by all, so that no two wait for each other.
            long revision = revisions.nextOfNames();
            repository.findById(name).ifPresent(row -> {
                boolean before = row.toSecured().secure(clock.instant());
                how.accept(row);
                row.changedIn = revision;
                repository.save(row);
                Secured now = row.toSecured();
                events.publishEvent(new CertificatesChanged(now, before != now.secure(clock.instant())));
            });
        });
    }

    /** Lets something happen to the life of a name. */
    void apply(String name, LifeEvent event) {
        change(name, row -> row.setLife(row.life().on(event, clock.instant())));
    }

    /** Makes the row of a name, unless it is there. */
    void begin(String name, Person person) {
        transactions.executeWithoutResult(t -> {
            CertificateEntity row = repository.findById(name).orElseGet(() -> {
                CertificateEntity fresh = CertificateEntity.fresh(name, person, clock.instant());
                fresh.changedIn = revisions.nextOfNames();
                return fresh;
            });
            if (!row.accountId.equals(person.accountId())) {
                // Whoever had the name before has it no more, and neither has their certificate.
                row.setLife(CertificateLife.of(name));
                row.sendsOn = false;
                row.choice = HttpsChoice.NONE;
                row.accountId = person.accountId();
            }
            row.createdBy = person.id();
            repository.save(row);
        });
    }

    /** Records what happened, at the site that has the name. */
    void note(ActivityKind kind, CertificateEntity row, String detail) {
        if (row.toSecured().ofHarbor()) {
            LOG.info("{}{}", row.name, detail);
            return;
        }
        String site =
                addresses.at(row.name).stream().findFirst().map(Address::siteId).orElse(Activities.NO_SITE);
        activities.note(kind, site, Current.present().orElse(Activities.harbor(row.accountId)), row.name + detail);
    }
}
