package evenharbor.app.where.domain;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.where.dns.ZoneServer;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
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
 * Brings zones up to date: at once when something that they must say has changed here, and again by the clock until the
 * name server has taken it. What is due stands in the database, so that any node may do it and none forgets it.
 */
@Component
class ZoneWatch {

    private static final Logger LOG = LoggerFactory.getLogger(ZoneWatch.class);
    private static final int MOST = 50;
    private static final Duration AGAIN = Duration.ofSeconds(30);

    private final DomainRepository repository;
    private final ZoneKeeping keeping;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final Executor atOnce = Executors.newSingleThreadExecutor(
            new ThreadFactoryBuilder().setNameFormat("zones").setDaemon(true).build());

    ZoneWatch(
            DomainRepository repository,
            ZoneKeeping keeping,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.keeping = keeping;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The watch as the scheduler knows it. */
    @Configuration
    static class Job {
        @Bean
        Watch zoneWatching(ObjectProvider<ZoneWatch> watch) {
            return new Watch(
                    "zone-watch",
                    Duration.ofSeconds(1),
                    "exists (select 1 from domain where zone_due_at <= :now)",
                    () -> watch.getObject().round());
        }
    }

    @TransactionalEventListener
    void atOnce(ZoneDue due) {
        atOnce.execute(() -> repository.findById(due.domainId()).ifPresent(this::bringUpToDate));
    }

    void round() {
        repository
                .findByZoneDueAtLessThanEqualOrderByZoneDueAt(clock.instant(), Limit.of(MOST))
                .forEach(this::bringUpToDate);
    }

    private void bringUpToDate(DomainEntity due) {
        Instant began = clock.instant();
        try {
            keeping.bringUpToDate(due.toDomain());
            // What became due meanwhile stays due.
            transactions.executeWithoutResult(t -> db.sql(
                            "update domain set zone_due_at = null, zone_trouble = '' where id = ? and zone_due_at <= ?")
                    .params(due.id, began.atOffset(ZoneOffset.UTC).toLocalDateTime())
                    .update());
        } catch (ZoneServer.Refusal e) {
            LOG.warn("The zone {} could not be brought up to date: {}", due.name, e.getMessage());
            change(due, row -> {
                row.zoneTrouble = e.getMessage() + " We try again by ourselves.";
                row.zoneDueAt = clock.instant().plus(AGAIN);
            });
        } catch (RuntimeException e) {
            LOG.warn("The zone {} could not be brought up to date", due.name, e);
            change(due, row -> row.zoneDueAt = clock.instant().plus(AGAIN));
        }
    }

    private void change(DomainEntity due, Consumer<DomainEntity> how) {
        transactions.executeWithoutResult(t -> repository.findById(due.id).ifPresent(how));
    }
}
