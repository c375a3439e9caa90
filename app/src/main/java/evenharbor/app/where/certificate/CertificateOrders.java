package evenharbor.app.where.certificate;

import evenharbor.app.common.secret.Secrets;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.common.Dates;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.CertificateText;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.LifeEvent;
import java.security.KeyPair;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Places orders for certificates, takes them further, and takes over what was issued. */
@Component
class CertificateOrders {

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final Authority authority;
    private final AuthorityProperties properties;
    private final IssuanceCheck issuance;
    private final OrderCounts counts;
    private final Challenges challenges;
    private final Secrets secrets;
    private final Clock clock;

    CertificateOrders(
            CertificateRepository repository,
            CertificateRows rows,
            Authority authority,
            AuthorityProperties properties,
            IssuanceCheck issuance,
            OrderCounts counts,
            Challenges challenges,
            Secrets secrets,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.authority = authority;
        this.properties = properties;
        this.issuance = issuance;
        this.counts = counts;
        this.challenges = challenges;
        this.secrets = secrets;
        this.clock = clock;
    }

    /** Places an order, unless it is foreseen that nothing would be issued. */
    void place(CertificateEntity row) throws Authority.Refusal {
        Optional<Hindrance> foreseen = issuance.hindrance(row.name);
        if (foreseen.isPresent()) {
            throw new Authority.Refusal(foreseen.get(), null);
        }
        counts.take(row.name);
        List<String> names = row.name.startsWith("*.") ? List.of(row.name, row.name.substring(2)) : List.of(row.name);
        Authority.Placed placed = authority.place(names, row.held());
        challenges.show(row.name, placed.challenges());
        KeyPair key = Pem.freshKeyPair();
        rows.change(row.name, fresh -> {
            fresh.setLife(fresh.life().on(new LifeEvent.Ordered(placed.at()), clock.instant()));
            fresh.orderKey = fresh.orderAt == null ? null : secrets.sealed(Pem.of(key));
        });
        goOn(row.name);
    }

    /** Takes an order further, as far as it goes now. */
    void goOn(String name) throws Authority.Refusal {
        CertificateEntity row = repository.findById(name).orElse(null);
        if (row == null || row.orderAt == null) {
            return;
        }
        if (!challenges.visible(name)) {
            rows.apply(name, new LifeEvent.StillOrdered());
            return;
        }
        KeyPair key = Pem.keyPair(secrets.opened(row.orderKey));
        Optional<List<X509Certificate>> chain = authority.goOn(row.orderAt, key);
        if (chain.isEmpty()) {
            rows.apply(name, new LifeEvent.StillOrdered());
            return;
        }
        challenges.takeBack(name);
        take(name, chain.get(), key);
    }

    private void take(String name, List<X509Certificate> chain, KeyPair key) {
        Holding holding = CertificateText.holding(chain.get(0), true);
        rows.change(name, row -> {
            CertificateLife life = row.life().on(new LifeEvent.Issued(holding), clock.instant());
            if (life.held().filter(holding::equals).isEmpty()) {
                return;
            }
            boolean first = row.validUntil == null;
            row.setLife(life);
            row.chain = Pem.of(chain);
            row.privateKey = secrets.sealed(Pem.of(key));
            // Whom nobody asked is sent on only to what their browser knows.
            row.sendsOn |= first && (row.choice == HttpsChoice.ON || properties.knownToBrowsers());
            rows.note(ActivityKind.CERTIFICATE_HELD, row, ", until " + Dates.day(holding.until()));
        });
    }
}
