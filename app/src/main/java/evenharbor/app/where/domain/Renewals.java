package evenharbor.app.where.domain;

import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife;
import evenharbor.core.where.domain.DomainLife.Stage;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Renews registrations in time. */
@Component
class Renewals {

    private final Registry registry;
    private final DomainLives lives;

    Renewals(Registry registry, DomainLives lives) {
        this.registry = registry;
        this.lives = lives;
    }

    /** Asks the registry for a further year, and takes what it says, which is answered. */
    DomainEvent renew(Domain domain) {
        Registry.Registration known = new Registry.Registration(
                domain.name().ascii(), domain.life().expiresAt().orElseThrow());
        DomainEvent answer = asked(known, domain.life());
        lives.apply(domain.id(), answer);
        return answer;
    }

    private DomainEvent asked(Registry.Registration known, DomainLife life) {
        try {
            return new DomainEvent.Registered(registry.renew(known).expiresAt());
        } catch (Registry.Refusal e) {
            return e.down() ? failed(e, life) : settled(known, e, life);
        }
    }

    /** A registry that refuses may know better: that it was renewed already, or that it is gone. */
    private DomainEvent settled(Registry.Registration known, Registry.Refusal refusal, DomainLife life) {
        try {
            Optional<Registry.Registration> there = registry.find(known.name());
            if (there.isEmpty()) {
                return new DomainEvent.NotOurs();
            }
            return there.get().expiresAt().isAfter(known.expiresAt())
                    ? new DomainEvent.Registered(there.get().expiresAt())
                    : failed(refusal, life);
        } catch (Registry.Refusal e) {
            return failed(refusal, life);
        }
    }

    private static DomainEvent failed(Registry.Refusal refusal, DomainLife life) {
        boolean again = life.stage() == Stage.HELD && life.autoRenew();
        return new DomainEvent.Failed("It could not be renewed: " + refusal.getMessage()
                + (again ? " We try again every hour." : " Nothing was changed."));
    }
}
