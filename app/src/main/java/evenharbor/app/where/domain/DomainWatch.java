package evenharbor.app.where.domain;

import evenharbor.app.common.watch.Watch;
import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.DomainEvent;
import java.time.Clock;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/**
 * Looks after domains by the clock: proofs, registrations left half done, renewals and ends to come. What is due stands in
 * the database, so that any node may do it and none forgets it.
 */
@Component
class DomainWatch {

    private static final Logger LOG = LoggerFactory.getLogger(DomainWatch.class);
    private static final int AT_ONCE = 50;
    private static final Duration AFTER_FAILURE = Duration.ofMinutes(5);

    private final DomainRepository repository;
    private final Registrations registrations;
    private final Proofs proofs;
    private final Renewals renewals;
    private final DomainLives lives;
    private final Clock clock;

    DomainWatch(
            DomainRepository repository,
            Registrations registrations,
            Proofs proofs,
            Renewals renewals,
            DomainLives lives,
            Clock clock) {
        this.repository = repository;
        this.registrations = registrations;
        this.proofs = proofs;
        this.renewals = renewals;
        this.lives = lives;
        this.clock = clock;
    }

    /** The watch as the scheduler knows it. */
    @Configuration
    static class Job {
        @Bean
        Watch domainWatching(ObjectProvider<DomainWatch> watch) {
            return new Watch(
                    "domain-watch",
                    Duration.ofSeconds(1),
                    "exists (select 1 from domain where next_look_at <= :now)",
                    () -> watch.getObject().round());
        }
    }

    void round() {
        repository.findByNextLookAtLessThanEqualOrderByNextLookAt(clock.instant(), Limit.of(AT_ONCE)).stream()
                .map(DomainEntity::toDomain)
                .forEach(domain -> {
                    try {
                        notice(domain);
                        lookAfter(domain);
                    } catch (Registry.Refusal e) {
                        LOG.warn("Not known yet how {} stands: {}", domain.name(), e.getMessage());
                        lives.apply(
                                domain.id(), new DomainEvent.Failed(e.getMessage() + " We ask it again by ourselves."));
                    } catch (RuntimeException e) {
                        LOG.warn("The domain {} could not be looked after", domain.name(), e);
                        lives.postpone(domain.id(), AFTER_FAILURE);
                    }
                });
    }

    private void notice(Domain domain) {
        domain.life().notice(clock.instant()).ifPresent(days -> lives.apply(domain.id(), new DomainEvent.Told(days)));
    }

    private void lookAfter(Domain domain) throws Registry.Refusal {
        switch (domain.life().due(clock.instant())) {
            case FIND, CONFIRM_END -> registrations.settle(domain);
            case RENEW -> renewals.renew(domain);
            case RELEASE -> registrations.release(domain);
            case VERIFY -> proofs.look(domain);
            case NOTHING -> lives.apply(domain.id(), new DomainEvent.Looked());
        }
    }
}
