package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.common.Dates;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Price;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Registering names, so that none is forgotten whoever breaks off in between. */
@Service
public class Registrations {

    private static final Duration PATIENCE = Duration.ofMinutes(1);

    private final DomainRepository repository;
    private final ZoneCopyRepository copies;
    private final Offers offers;
    private final Proofs proofs;
    private final Registry registry;
    private final ZoneServer servers;
    private final DomainNews news;
    private final TransactionTemplate alone;
    private final Clock clock;

    Registrations(
            DomainRepository repository,
            ZoneCopyRepository copies,
            Offers offers,
            Proofs proofs,
            Registry registry,
            ZoneServer servers,
            DomainNews news,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.repository = repository;
        this.copies = copies;
        this.offers = offers;
        this.proofs = proofs;
        this.registry = registry;
        this.servers = servers;
        this.news = news;
        // What was agreed with the registry stands, whatever becomes of the request that led to it.
        this.alone = new TransactionTemplate(transactions);
        this.alone.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        this.clock = clock;
    }

    /**
     * Registers a name for a year. The row comes first, so that of two who want the name one is told before the registry
     * is asked, and so that a registration is never forgotten when this process ends in between.
     *
     * @param agreedFirstYear the price that the person has seen, in hundredths
     */
    public Domain register(HostName name, long agreedFirstYear) {
        Optional<Domain> before = afterBreakingOff(name);
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
        String id = begin(name, price);
        try {
            Optional<Registry.Registration> made = registry.register(name.ascii(), servers.nameServers());
            if (made.isEmpty()) {
                forget(id);
                throw taken(name);
            }
            return registered(id, made.get());
        } catch (Registry.Refusal e) {
            if (e.down()) {
                throw new Problem(
                        ProblemType.OUTSIDE_AWAY,
                        "The registry broke off before it answered. We ask it again by ourselves, and show the domain as being registered until we know.");
            }
            forget(id);
            throw new Problem(ProblemType.NAME_UNUSABLE, e.getMessage() + " Nothing was registered.");
        }
    }

    private Optional<Domain> afterBreakingOff(HostName name) {
        Optional<DomainEntity> row = repository
                .findByNameAndAccountId(name.ascii(), Current.person().accountId())
                .filter(own -> own.state == Domain.State.REGISTERING);
        try {
            return row.isEmpty() ? Optional.empty() : finish(row.get().id);
        } catch (Registry.Refusal e) {
            throw new Problem(
                    ProblemType.OUTSIDE_AWAY,
                    "The registry does not answer, so we do not know yet whether you have " + name.unicode()
                            + ". We ask it again by ourselves.");
        }
    }

    /** Finds out how a registration that was broken off has ended. Empty when it came to nothing. */
    Optional<Domain> finish(String id) throws Registry.Refusal {
        Optional<Registry.Registration> made =
                registry.find(repository.findById(id).orElseThrow().name);
        if (made.isEmpty()) {
            forget(id);
        }
        return made.map(registration -> registered(id, registration));
    }

    private static Problem taken(HostName name) {
        return new Problem(
                ProblemType.NAME_TAKEN,
                name.unicode()
                        + " has just been registered by someone else. Nothing was registered for you. Choose another name.");
    }

    private String begin(HostName name, Price price) {
        Person person = Current.person();
        try {
            return alone.execute(t -> {
                // An unproven claim of one's own, or a registration that ended, becomes the new one with all under it.
                Optional<DomainEntity> own = repository.findByNameAndAccountId(name.ascii(), person.accountId());
                own.ifPresent(before -> {
                    copies.deleteByDomainId(before.id);
                    repository.delete(before);
                    repository.flush();
                });
                DomainEntity row = DomainEntity.fresh(
                        name, Domain.Source.REGISTERED, Domain.State.REGISTERING, person, clock.instant());
                own.ifPresent(before -> row.id = before.id);
                row.provenName = name.ascii();
                row.hosted = true;
                row.firstYear = price.firstYear();
                row.yearly = price.yearly();
                row.currency = price.currency();
                row.nextLookAt = clock.instant().plus(PATIENCE);
                return repository.saveAndFlush(row).id;
            });
        } catch (DataIntegrityViolationException e) {
            throw taken(name);
        }
    }

    private void forget(String id) {
        alone.executeWithoutResult(t -> repository.deleteById(id));
    }

    private Domain registered(String id, Registry.Registration registration) {
        return alone.execute(t -> {
            DomainEntity row = repository.findById(id).orElseThrow();
            row.state = Domain.State.HELD;
            row.provenAt = clock.instant();
            row.registeredAt = registration.createdAt();
            row.expiresAt = registration.expiresAt();
            row.nextLookAt = clock.instant();
            row.zoneDueAt = clock.instant();
            row.trouble = "";
            proofs.othersGiveWay(row);
            news.note(ActivityKind.DOMAIN_REGISTERED, row, "until " + Dates.day(registration.expiresAt()));
            news.zoneDue(row);
            return news.changed(row);
        });
    }
}
