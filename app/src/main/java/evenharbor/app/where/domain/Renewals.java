package evenharbor.app.where.domain;

import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.DomainEvent;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Renews registrations in time. */
@Component
class Renewals {

    private final DomainRepository repository;
    private final Registry registry;
    private final DomainLives lives;

    Renewals(DomainRepository repository, Registry registry, DomainLives lives) {
        this.repository = repository;
        this.registry = registry;
        this.lives = lives;
    }

    /** Asks the registry for a further year, and takes what it says. */
    void renew(Domain domain) {
        DomainEntity row = repository.findById(domain.id()).orElseThrow();
        Registry.Registration known = new Registry.Registration(row.name, row.expiresAt);
        try {
            lives.apply(row.id, new DomainEvent.Registered(registry.renew(known).expiresAt()));
        } catch (Registry.Refusal e) {
            DomainEvent settled = e.down() ? failed(e) : settled(known, e);
            lives.apply(row.id, settled);
        }
    }

    /** A registry that refuses may know better: that it was renewed already, or that it is gone. */
    private DomainEvent settled(Registry.Registration known, Registry.Refusal refusal) {
        try {
            Optional<Registry.Registration> there = registry.find(known.name());
            if (there.isEmpty()) {
                return new DomainEvent.NotOurs();
            }
            return there.get().expiresAt().isAfter(known.expiresAt())
                    ? new DomainEvent.Registered(there.get().expiresAt())
                    : failed(refusal);
        } catch (Registry.Refusal e) {
            return failed(refusal);
        }
    }

    private static DomainEvent failed(Registry.Refusal refusal) {
        return new DomainEvent.Failed("It could not be renewed: " + refusal.getMessage() + " We try again every hour.");
    }
}
