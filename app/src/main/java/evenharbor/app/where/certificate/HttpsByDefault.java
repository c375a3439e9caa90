package evenharbor.app.where.certificate;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.where.certificate.LifeEvent;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;

/**
 * HTTPS that nobody had to ask for: one certificate for all of this harbor's own names and one for the application itself,
 * from the start, and one for each other address as soon as it leads here. Whoever turned it off at a name is left alone.
 */
@Component
public class HttpsByDefault {

    /** The account that stands at what is the harbor's own. */
    static final String HARBOR = "harbor";

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final AuthorityProperties authority;
    private final ZoneServer zones;
    private final String ofHarbor;
    private final Set<String> ofApplication;
    private final Clock clock;
    /** While the demo's past is played, its clock runs far too fast for any authority. */
    private volatile boolean begun;

    HttpsByDefault(
            CertificateRepository repository,
            CertificateRows rows,
            AuthorityProperties authority,
            ZoneServer zones,
            HarborProperties harbor,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.authority = authority;
        this.zones = zones;
        this.ofHarbor = "*." + harbor.nameEnding();
        this.ofApplication = harbor.secureAppNames();
        this.clock = clock;
    }

    /** Whether a name is that of the certificate for all of this harbor's own names, or the application's. */
    boolean ofHarbor(String name) {
        return name.equals(ofHarbor) && zones.ownZone() || ofApplication.contains(name);
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        begun = true;
        if (authority.givesByDefault() && zones.ownZone()) {
            turnOn(ofHarbor, HARBOR);
        }
        if (authority.present()) {
            ofApplication.forEach(name -> turnOn(name, HARBOR));
        }
    }

    /** Turns HTTPS on at an address that leads here and has none, unless someone chose otherwise. */
    public void reached(Address address, String accountId) {
        if (begun && authority.givesByDefault() && !covered(address.hostName())) {
            turnOn(address.hostName(), accountId);
        }
    }

    /** Whether a certificate for all names beside it is there or on its way. */
    private boolean covered(String host) {
        return wanted("*" + host.substring(host.indexOf('.')));
    }

    private boolean wanted(String name) {
        return repository.findById(name).filter(row -> row.wanted).isPresent();
    }

    private void turnOn(String name, String accountId) {
        Optional<CertificateEntity> before = repository.findById(name).filter(row -> row.accountId.equals(accountId));
        if (before.filter(row -> row.wanted || row.choice == HttpsChoice.OFF).isEmpty()) {
            try {
                rows.begin(name, Activities.harbor(accountId));
            } catch (DataIntegrityViolationException e) {
                // Another node was faster, and turns it on as well.
                return;
            }
            rows.change(name, row -> row.setLife(row.life().on(new LifeEvent.TurnedOn(), clock.instant())));
        }
    }
}
