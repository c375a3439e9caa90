package evenharbor.app.domain;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.access.Person;
import evenharbor.app.activity.Activities;
import evenharbor.app.activity.ActivityKind;
import evenharbor.app.dns.ZoneServer;
import evenharbor.app.registry.Registry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.concurrent.Executor;
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
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Looks after domains by the clock: proofs, registrations left half done, renewals, ends to come, and zones that have to
 * be brought up to date. What is due stands in the database, so that any node may do it and none forgets it.
 */
@Component
class DomainWatch {

    private static final Logger LOG = LoggerFactory.getLogger(DomainWatch.class);
    private static final int AT_ONCE = 50;
    private static final int[] NOTICE_DAYS = {1, 7, 30};
    private static final Duration RENEWED_BEFORE = Duration.ofDays(14);

    private final DomainRepository repository;
    private final Domains domains;
    private final Zones zones;
    private final Registry registry;
    private final Activities activities;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final Executor atOnce = Executors.newSingleThreadExecutor(work -> {
        Thread thread = new Thread(work, "zones");
        thread.setDaemon(true);
        return thread;
    });

    DomainWatch(
            DomainRepository repository,
            Domains domains,
            Zones zones,
            Registry registry,
            Activities activities,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.domains = domains;
        this.zones = zones;
        this.registry = registry;
        this.activities = activities;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The watch as the scheduler knows it. */
    @Configuration
    static class Job {
        @Bean
        RecurringTask<Void> domainWatchTask(ObjectProvider<DomainWatch> watch) {
            return Tasks.recurring("domain-watch", FixedDelay.ofSeconds(1))
                    .execute((task, context) -> watch.getObject().round());
        }
    }

    @TransactionalEventListener
    void atOnce(ZoneDue due) {
        atOnce.execute(() -> domains.find(due.domainId()).ifPresent(this::bringUpToDate));
    }

    void round() {
        Instant now = clock.instant();
        repository
                .findByZoneDueAtLessThanEqualOrderByZoneDueAt(now, Limit.of(AT_ONCE))
                .forEach(row -> bringUpToDate(row.toDomain()));
        repository
                .findByNextLookAtLessThanEqualOrderByNextLookAt(now, Limit.of(AT_ONCE))
                .forEach(row -> {
                    try {
                        lookAfter(row);
                    } catch (RuntimeException e) {
                        LOG.warn("Domain {} could not be looked after", row.name, e);
                        later(row.id, Duration.ofMinutes(5));
                    }
                });
    }

    private void bringUpToDate(Domain domain) {
        Instant began = clock.instant();
        try {
            zones.bringUpToDate(domain);
            transactions.executeWithoutResult(
                    t -> db.sql("update domain set zone_due_at = null, trouble = '' where id = ? and zone_due_at <= ?")
                            .params(domain.id(), began.atOffset(ZoneOffset.UTC).toLocalDateTime())
                            .update());
        } catch (ZoneServer.Refusal e) {
            LOG.warn("The zone {} could not be brought up to date: {}", domain.name(), e.getMessage());
            transactions.executeWithoutResult(t -> repository
                    .findById(domain.id())
                    .ifPresent(row -> {
                        row.trouble = e.getMessage() + " We try again by ourselves.";
                        row.zoneDueAt = clock.instant().plusSeconds(30);
                        repository.save(row);
                    }));
        }
    }

    private void lookAfter(DomainEntity row) {
        switch (row.state) {
            case REGISTERING -> finish(row);
            case CLAIMED -> {
                boolean proven = domains.prove(row.id).proven();
                if (!proven) {
                    Duration age = Duration.between(row.createdAt, clock.instant());
                    later(row.id, untilNextLook(age));
                }
            }
            case HELD -> {
                if (row.expiresAt == null) {
                    later(row.id, Duration.ofDays(1));
                } else {
                    mindTheEnd(row);
                }
            }
            case ENDED -> later(row.id, Duration.ofDays(1));
        }
    }

    /** A proof is looked for soon while someone is likely to be making it, and less often as time goes by. */
    private static Duration untilNextLook(Duration age) {
        if (age.toMinutes() < 10) {
            return Duration.ofSeconds(5);
        }
        return age.toHours() < 1
                ? Duration.ofSeconds(30)
                : age.toDays() < 7 ? Duration.ofMinutes(10) : Duration.ofDays(1);
    }

    /** A registration that was cut off: the registry knows how it ended. */
    private void finish(DomainEntity row) {
        try {
            Optional<Registry.Registration> made = registry.find(row.name);
            if (made.isPresent()) {
                domains.registered(row.id, made.get());
            } else {
                transactions.executeWithoutResult(t -> repository.deleteById(row.id));
            }
        } catch (Registry.Refusal e) {
            later(row.id, Duration.ofMinutes(1));
        }
    }

    private void mindTheEnd(DomainEntity row) {
        Instant now = clock.instant();
        Duration left = Duration.between(now, row.expiresAt);
        if (row.autoRenew && left.compareTo(RENEWED_BEFORE) <= 0) {
            renew(row);
            return;
        }
        if (left.isNegative()) {
            domains.ended(row.id);
            return;
        }
        notice(row, left);
        later(row.id, left.compareTo(Duration.ofHours(12)) < 0 ? left.plusSeconds(1) : Duration.ofHours(12));
    }

    private void renew(DomainEntity row) {
        try {
            Registry.Registration renewed =
                    registry.renew(new Registry.Registration(row.name, row.registeredAt, row.expiresAt));
            transactions.executeWithoutResult(t -> repository.findById(row.id).ifPresent(fresh -> {
                fresh.expiresAt = renewed.expiresAt();
                fresh.trouble = "";
                fresh.nextLookAt = clock.instant().plus(Duration.ofHours(12));
                repository.save(fresh);
                note(
                        fresh,
                        ActivityKind.DOMAIN_RENEWED,
                        "until " + renewed.expiresAt().toString().substring(0, 10));
            }));
        } catch (Registry.Refusal e) {
            notice(row, Duration.between(clock.instant(), row.expiresAt));
            transactions.executeWithoutResult(t -> repository.findById(row.id).ifPresent(fresh -> {
                fresh.trouble = "It could not be renewed: " + e.getMessage() + " We try again every hour.";
                fresh.nextLookAt = clock.instant().plus(Duration.ofHours(1));
                repository.save(fresh);
            }));
        }
    }

    /** Says that an end is near, once for each of 30, 7 and 1 days. */
    private void notice(DomainEntity row, Duration left) {
        for (int days : NOTICE_DAYS) {
            if (left.compareTo(Duration.ofDays(days)) <= 0) {
                transactions.executeWithoutResult(t -> {
                    int told = db.sql(
                                    "insert ignore into domain_notice (domain_id, expires_at, days, at) values (?, ?, ?, ?)")
                            .params(
                                    row.id,
                                    row.expiresAt.atOffset(ZoneOffset.UTC).toLocalDateTime(),
                                    days,
                                    clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                            .update();
                    if (told == 1) {
                        note(
                                row,
                                ActivityKind.DOMAIN_ENDS,
                                "ends in " + Math.max(0, left.toDays()) + " days"
                                        + (row.autoRenew ? "" : " and does not renew itself"));
                    }
                });
                return;
            }
        }
    }

    private void note(DomainEntity row, ActivityKind kind, String what) {
        activities.note(
                kind,
                Activities.NO_SITE,
                new Person(row.createdBy, row.accountId, "", ""),
                row.toDomain().name().unicode() + " " + what);
    }

    private void later(String id, Duration after) {
        transactions.executeWithoutResult(t -> repository.findById(id).ifPresent(row -> {
            row.nextLookAt = clock.instant().plus(after);
            repository.save(row);
        }));
    }
}
