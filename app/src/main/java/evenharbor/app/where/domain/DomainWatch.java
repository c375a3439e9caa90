package evenharbor.app.where.domain;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.Proof;
import java.time.Clock;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Looks after domains by the clock: proofs, registrations left half done, renewals and ends to come. What is due stands in
 * the database, so that any node may do it and none forgets it.
 */
@Component
class DomainWatch {

    private static final Logger LOG = LoggerFactory.getLogger(DomainWatch.class);
    private static final int AT_ONCE = 50;
    private static final Duration AFTER_SILENCE = Duration.ofMinutes(1);
    private static final Duration AFTER_FAILURE = Duration.ofMinutes(5);

    private final DomainRepository repository;
    private final Registrations registrations;
    private final Proofs proofs;
    private final Renewals renewals;
    private final TransactionTemplate transactions;
    private final Clock clock;

    DomainWatch(
            DomainRepository repository,
            Registrations registrations,
            Proofs proofs,
            Renewals renewals,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.registrations = registrations;
        this.proofs = proofs;
        this.renewals = renewals;
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

    void round() {
        repository.findByNextLookAtLessThanEqualOrderByNextLookAt(clock.instant(), Limit.of(AT_ONCE)).stream()
                .map(DomainEntity::toDomain)
                .forEach(domain -> {
                    try {
                        lookAfter(domain);
                    } catch (RuntimeException e) {
                        LOG.warn("The domain {} could not be looked after", domain.name(), e);
                        later(domain.id(), AFTER_FAILURE);
                    }
                });
    }

    private void lookAfter(Domain domain) {
        switch (domain.state()) {
            case REGISTERING -> finish(domain);
            case CLAIMED -> {
                if (!proofs.prove(domain.id()).proven()) {
                    later(domain.id(), Proof.nextLook(Duration.between(domain.createdAt(), clock.instant())));
                }
            }
            case HELD -> renewals.lookAfter(domain);
            case ENDED -> throw new IllegalStateException("Nothing is due of a domain that has ended");
        }
    }

    private void finish(Domain domain) {
        try {
            registrations.finish(domain.id());
        } catch (Registry.Refusal e) {
            LOG.warn("Not known yet how the registration of {} ended: {}", domain.name(), e.getMessage());
            later(domain.id(), AFTER_SILENCE);
        }
    }

    private void later(String id, Duration after) {
        transactions.executeWithoutResult(t -> repository
                .findById(id)
                .ifPresent(row -> row.nextLookAt = clock.instant().plus(after)));
    }
}
