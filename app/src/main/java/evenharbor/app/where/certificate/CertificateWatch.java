package evenharbor.app.where.certificate;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.AddressesChanged;
import evenharbor.app.where.domain.Domains;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.LifeEvent;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Has done what is due in the lives of certificates. What is due stands in the database, so that any node may do it and
 * none forgets it.
 */
@Component
class CertificateWatch {

    private static final Logger LOG = LoggerFactory.getLogger(CertificateWatch.class);
    private static final int MOST = 50;
    private static final int AT_ONCE = 6;
    private static final Duration ADVICE_AGAIN = Duration.ofHours(6);

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final Addresses addresses;
    private final Domains domains;
    private final Authority authority;
    private final HttpsByDefault byDefault;
    private final CertificateOrders orders;
    private final Challenges challenges;
    private final JdbcClient db;
    private final Clock clock;
    private final ExecutorService workers = Executors.newFixedThreadPool(
            AT_ONCE,
            new ThreadFactoryBuilder()
                    .setNameFormat("certificates")
                    .setDaemon(true)
                    .build());

    CertificateWatch(
            CertificateRepository repository,
            CertificateRows rows,
            Addresses addresses,
            Domains domains,
            Authority authority,
            HttpsByDefault byDefault,
            CertificateOrders orders,
            Challenges challenges,
            JdbcClient db,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.domains = domains;
        this.authority = authority;
        this.byDefault = byDefault;
        this.orders = orders;
        this.challenges = challenges;
        this.db = db;
        this.clock = clock;
    }

    /** The watch as the scheduler knows it. */
    @Configuration
    static class Job {
        @Bean
        Watch certificateWatching(ObjectProvider<CertificateWatch> watch) {
            return new Watch(
                    "certificate-watch",
                    Duration.ofSeconds(1),
                    "exists (select 1 from certificate where next_at <= :now)",
                    () -> watch.getObject().round());
        }
    }

    /** Addresses given up are seen to at once: nothing is shown, and nothing stays chosen, for a name that is nobody's. */
    @TransactionalEventListener
    void changed(AddressesChanged changed) {
        workers.execute(() -> db.sql(
                        "update certificate set next_at = ? where (wanted or choice = 'OFF') and name not like '*%' and not exists"
                                + " (select 1 from site_address a where a.host = certificate.name and a.held_until is null)")
                .param(clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update());
    }

    void round() {
        CompletableFuture<?>[] all =
                repository.findByNextAtLessThanEqualOrderByNextAt(clock.instant(), Limit.of(MOST)).stream()
                        .map(row -> CompletableFuture.runAsync(() -> lookAfter(row), workers))
                        .toArray(CompletableFuture[]::new);
        CompletableFuture.allOf(all).join();
    }

    private void lookAfter(CertificateEntity row) {
        try {
            if (unused(row.name)) {
                rows.change(row.name, given -> {
                    given.setLife(given.life().on(new LifeEvent.TurnedOff(), clock.instant()));
                    given.choice = HttpsChoice.NONE;
                });
                return;
            }
            if (!row.wanted) {
                // Someone took the name meanwhile, so what was chosen for it stays.
                rows.change(row.name, kept -> kept.nextAt = null);
                return;
            }
            switch (row.life().due(clock.instant())) {
                case ORDER -> orders.place(row);
                case GO_ON -> orders.goOn(row.name);
                case ASK_ADVICE -> ask(row);
                case NOTHING -> {}
            }
        } catch (Authority.Refusal e) {
            LOG.info("No certificate for {} as yet: {}", row.name, e.getMessage());
            challenges.takeBack(row.name);
            rows.apply(row.name, new LifeEvent.Refused(e.hindrance()));
        } catch (RuntimeException e) {
            LOG.warn("The certificate of {} could not be looked after", row.name, e);
            rows.apply(
                    row.name,
                    new LifeEvent.Refused(new Hindrance(
                            Hindrance.Kind.FAILED, "Something failed here.", Optional.empty(), clock.instant())));
        }
    }

    /** A name that no address has any more, or no domain, needs no certificate. */
    private boolean unused(String name) {
        return !byDefault.ofHarbor(name) && nobodys(name);
    }

    private boolean nobodys(String name) {
        return name.startsWith("*.")
                ? domains.holding(new HostName(name.substring(2))).isEmpty()
                : addresses.at(name).isEmpty();
    }

    private void ask(CertificateEntity row) {
        try {
            Optional<Authority.Advice> advice = authority.advice(row.held().orElseThrow());
            rows.apply(
                    row.name,
                    advice.<LifeEvent>map(a -> new LifeEvent.Advised(a.from(), a.until(), a.askAgain()))
                            .orElseGet(() ->
                                    new LifeEvent.NotAdvised(clock.instant().plus(ADVICE_AGAIN))));
        } catch (Authority.Refusal e) {
            // Without advice the certificate's life says when.
            rows.apply(row.name, new LifeEvent.NotAdvised(clock.instant().plus(ADVICE_AGAIN)));
        }
    }
}
