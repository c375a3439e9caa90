package evenharbor.app.where.certificate;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.AddressesChanged;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.common.Dates;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.CertificateText;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.LifeEvent;
import evenharbor.core.where.certificate.OrderBudget;
import java.security.KeyPair;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Does what is due in the lives of certificates: places orders and takes them further, asks for advice, and warns. What is
 * due stands in the database, so that any node may do it and none forgets it.
 */
@Component
class CertificateWatch {

    private static final Logger LOG = LoggerFactory.getLogger(CertificateWatch.class);
    private static final int MOST = 50;
    private static final int AT_ONCE = 6;
    private static final Duration WARNED = Duration.ofDays(14);
    private static final Duration ADVICE_AGAIN = Duration.ofHours(6);

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final Addresses addresses;
    private final Domains domains;
    private final Authority authority;
    private final AuthorityProperties properties;
    private final HttpsByDefault byDefault;
    private final IssuanceCheck issuance;
    private final Challenges challenges;
    private final Secrets secrets;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
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
            AuthorityProperties properties,
            HttpsByDefault byDefault,
            IssuanceCheck issuance,
            Challenges challenges,
            Secrets secrets,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.domains = domains;
        this.authority = authority;
        this.properties = properties;
        this.byDefault = byDefault;
        this.issuance = issuance;
        this.challenges = challenges;
        this.secrets = secrets;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The watch as the scheduler knows it. */
    @Configuration
    static class Job {
        @Bean
        RecurringTask<Void> certificateWatchTask(ObjectProvider<CertificateWatch> watch) {
            return Tasks.recurring("certificate-watch", FixedDelay.ofSeconds(1))
                    .execute((task, context) -> watch.getObject().round());
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
        repository
                .findByWantedTrueAndValidUntilLessThanEqual(clock.instant().plus(WARNED))
                .forEach(this::warn);
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
                case ORDER -> order(row);
                case GO_ON -> goOn(row.name);
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

    private void order(CertificateEntity row) throws Authority.Refusal {
        Optional<Hindrance> foreseen = issuance.hindrance(row.name);
        if (foreseen.isPresent()) {
            throw new Authority.Refusal(foreseen.get(), null);
        }
        takeFromBudget(row.name);
        List<String> names = row.name.startsWith("*.") ? List.of(row.name, row.name.substring(2)) : List.of(row.name);
        Authority.Placed placed = authority.place(names, held(row));
        challenges.show(row.name, placed.challenges());
        KeyPair key = Pem.freshKeyPair();
        rows.change(row.name, fresh -> {
            fresh.setLife(fresh.life().on(new LifeEvent.Ordered(placed.at()), clock.instant()));
            fresh.orderKey = fresh.orderAt == null ? null : secrets.sealed(Pem.of(key));
        });
        goOn(row.name);
    }

    private static Optional<X509Certificate> held(CertificateEntity row) {
        return Optional.ofNullable(row.chain)
                .filter(chain -> row.renews)
                .map(chain -> Pem.certificates(chain).get(0));
    }

    /** The order is counted before it is placed, so that one whose answer is lost counts as well. */
    private void takeFromBudget(String name) throws Authority.Refusal {
        Optional<Instant> wait = transactions.execute(t -> {
            // One at a time, so that two do not take the last one both.
            db.sql("select revision from harbor_revision where id = 1 for update")
                    .query(Long.class)
                    .single();
            Instant now = clock.instant();
            Optional<Instant> until = properties
                    .budget()
                    .wait(
                            placed("and name = ?", now.minus(OrderBudget.NAME_SPAN), name),
                            placed("", now.minus(OrderBudget.ALL_SPAN)),
                            now);
            if (until.isEmpty()) {
                db.sql("insert into certificate_order (name, placed_at) values (?, ?)")
                        .params(name, now.atOffset(ZoneOffset.UTC).toLocalDateTime())
                        .update();
            }
            return until;
        });
        if (wait.isPresent()) {
            throw new Authority.Refusal(
                    new Hindrance(
                            Hindrance.Kind.BUDGET,
                            "We have asked the authority often of late, and wait so as not to be refused.",
                            wait,
                            clock.instant()),
                    null);
        }
    }

    private List<Instant> placed(String more, Instant since, String... names) {
        Object[] parameters = Stream.concat(
                        Stream.of(since.atOffset(ZoneOffset.UTC).toLocalDateTime()), Stream.of(names))
                .toArray();
        return db
                .sql("select placed_at from certificate_order where placed_at > ? " + more)
                .params(parameters)
                .query(LocalDateTime.class)
                .list()
                .stream()
                .map(at -> at.toInstant(ZoneOffset.UTC))
                .toList();
    }

    private void goOn(String name) throws Authority.Refusal {
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

    private void ask(CertificateEntity row) {
        try {
            Optional<Authority.Advice> advice = authority.advice(held(row).orElseThrow());
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

    private void warn(CertificateEntity row) {
        row.life()
                .warning(clock.instant())
                .ifPresent(days -> transactions.executeWithoutResult(t -> {
                    boolean first = db.sql(
                                            "insert ignore into certificate_warning (name, valid_until, days, at) values (?, ?, ?, ?)")
                                    .params(
                                            row.name,
                                            row.validUntil
                                                    .atOffset(ZoneOffset.UTC)
                                                    .toLocalDateTime(),
                                            days,
                                            clock.instant()
                                                    .atOffset(ZoneOffset.UTC)
                                                    .toLocalDateTime())
                                    .update()
                            == 1;
                    if (first) {
                        long left = Math.max(
                                0,
                                Duration.between(clock.instant(), row.validUntil)
                                        .toDays());
                        rows.note(
                                ActivityKind.CERTIFICATE_ENDS,
                                row,
                                " ends in " + left + " days"
                                        + (row.renews
                                                ? " and could not be renewed so far. "
                                                        + Optional.ofNullable(row.hindranceSentence)
                                                                .orElse("")
                                                : " and does not renew itself: it was brought."));
                    }
                }));
    }
}
