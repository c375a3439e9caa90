package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.OutlivingTemplate;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Action;
import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.Price;
import java.time.Clock;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Registering names and letting them go, so that none is forgotten whoever breaks off in between. */
@Service
public class Registrations {

    private final DomainRepository repository;
    private final Offers offers;
    private final Registry registry;
    private final ZoneServer servers;
    private final DomainLives lives;
    private final TransactionTemplate alone;
    private final Clock clock;

    Registrations(
            DomainRepository repository,
            Offers offers,
            Registry registry,
            ZoneServer servers,
            DomainLives lives,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.repository = repository;
        this.offers = offers;
        this.registry = registry;
        this.servers = servers;
        this.lives = lives;
        this.alone = OutlivingTemplate.alone(transactions);
        this.clock = clock;
    }

    /**
     * Registers a name for a year. The row comes first, so that of two who want the name one is told before the registry
     * is asked, and so that a registration is never forgotten when this process ends in between. Asked for a second time,
     * it answers with what came of the first, or that it is under way, and asks the registry for nothing more.
     *
     * @param agreedFirstYear the price that the person has seen, in hundredths
     */
    public Domain register(HostName name, long agreedFirstYear) {
        Optional<Domain> before = had(name);
        if (before.isPresent()) {
            return before.get();
        }
        Registry.Offer offer = offers.of(name);
        Price price = offer.price()
                .orElseThrow(
                        () -> new Problem(
                                ProblemType.NAME_UNUSABLE,
                                "Names under this ending are not sold here. Nothing was registered. Bring the domain instead."));
        if (!offer.free()) {
            throw taken(name);
        }
        if (price.firstYear() != agreedFirstYear) {
            throw new Problem(
                    ProblemType.STALE,
                    "The price has changed to " + price.words() + ". Nothing was registered. Preview again.");
        }
        Person person = Current.person();
        Optional<String> begun = begin(name, price, person);
        if (begun.isEmpty()) {
            return had(name).orElseThrow(() -> taken(name));
        }
        String id = begun.get();
        try {
            Optional<Registry.Registration> made = registry.register(name.ascii(), servers.nameServers());
            if (made.isEmpty()) {
                lives.apply(id, new DomainEvent.NotOurs());
                throw taken(name);
            }
            return registered(id, name, price, person, made.get());
        } catch (Registry.Refusal e) {
            if (e.down()) {
                throw new Problem(
                        ProblemType.OUTSIDE_AWAY,
                        "The registry broke off before it answered. We ask it again by ourselves, and show the domain as being registered until we know.");
            }
            lives.apply(id, new DomainEvent.NotOurs());
            throw new Problem(ProblemType.NAME_UNUSABLE, e.getMessage() + " Nothing was registered.");
        }
    }

    /** The name as the account has it already, or is getting it. */
    private Optional<Domain> had(HostName name) {
        Optional<Domain> own = repository
                .findByNameAndAccountId(name.ascii(), Current.person().accountId())
                .map(DomainEntity::toDomain)
                .filter(domain -> domain.life().reserved());
        if (own.isEmpty() || own.get().life().due(clock.instant()) != Action.FIND) {
            return own;
        }
        try {
            return settle(own.get());
        } catch (Registry.Refusal e) {
            throw new Problem(
                    ProblemType.OUTSIDE_AWAY,
                    "The registry does not answer, so we do not know yet whether you have " + name.unicode()
                            + ". We ask it again by ourselves.");
        }
    }

    /** Asks the registry what it has of a domain, and takes it as the truth. Empty when it came to nothing. */
    Optional<Domain> settle(Domain domain) throws Registry.Refusal {
        Optional<Registry.Registration> there = registry.find(domain.name().ascii());
        return lives.apply(
                domain.id(),
                there.<DomainEvent>map(r -> new DomainEvent.Registered(r.expiresAt()))
                        .orElseGet(DomainEvent.NotOurs::new));
    }

    /** Asks the registry to delete a domain that its person has given up. Whether it is done. */
    boolean release(Domain domain) throws Registry.Refusal {
        try {
            registry.release(domain.name().ascii());
        } catch (Registry.Refusal e) {
            if (!e.down() && registry.find(domain.name().ascii()).isPresent()) {
                lives.apply(domain.id(), new DomainEvent.Kept("It was not deleted. " + e.getMessage()));
                return false;
            }
            if (e.down()) {
                throw e;
            }
        }
        lives.apply(domain.id(), new DomainEvent.NotOurs());
        return true;
    }

    private static Problem taken(HostName name) {
        return new Problem(
                ProblemType.NAME_TAKEN,
                name.unicode()
                        + " has just been registered by someone else. Nothing was registered for you. Choose another name.");
    }

    /** The row of a registration that begins now; empty when somebody, perhaps this account itself, was first. */
    private Optional<String> begin(HostName name, Price price, Person person) {
        try {
            return alone.execute(t -> begun(name, price, person));
        } catch (DataIntegrityViolationException e) {
            return Optional.empty();
        }
    }

    /** A new row, or that of an unproven claim or an ended registration with all under it. */
    private Optional<String> begun(HostName name, Price price, Person person) {
        DomainEntity row = repository
                .lockedOfAccount(name.ascii(), person.accountId())
                .orElseGet(() -> DomainEntity.fresh(name, person, clock.instant()));
        if (row.life().reserved()) {
            return Optional.empty();
        }
        row.hosted = true;
        row.firstYear = price.firstYear();
        row.yearly = price.yearly();
        row.currency = price.currency();
        return lives.apply(row, new DomainEvent.RegistrationAsked()).map(Domain::id);
    }

    /** What was paid for is had, even when the row has gone in the meantime. */
    private Domain registered(String id, HostName name, Price price, Person person, Registry.Registration made) {
        DomainEvent event = new DomainEvent.Registered(made.expiresAt());
        return lives.apply(id, event)
                .filter(domain -> domain.life().stage() == Stage.HELD)
                .or(() -> begin(name, price, person).flatMap(again -> lives.apply(again, event)))
                .orElseThrow();
    }
}
