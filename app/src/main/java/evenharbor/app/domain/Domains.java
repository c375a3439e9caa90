package evenharbor.app.domain;

import evenharbor.app.access.Current;
import evenharbor.app.access.Ids;
import evenharbor.app.access.Person;
import evenharbor.app.activity.Activities;
import evenharbor.app.activity.ActivityKind;
import evenharbor.app.dns.Delegation;
import evenharbor.app.dns.Dns;
import evenharbor.app.dns.ZoneServer;
import evenharbor.app.problem.Problem;
import evenharbor.app.problem.ProblemType;
import evenharbor.app.registry.Registry;
import evenharbor.core.address.AddressFacts.DomainFact;
import evenharbor.core.address.AddressFacts.DomainStanding;
import evenharbor.core.address.AddressReader;
import evenharbor.core.address.AddressReading;
import evenharbor.core.address.HostName;
import evenharbor.core.domain.Price;
import evenharbor.core.domain.Seen;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Domains of the current person's account: registering, bringing, proving, letting go. */
@Service
public class Domains {

    private final DomainRepository repository;
    private final ZoneCopyRepository copies;
    private final AddressReader reader;
    private final Registry registry;
    private final ZoneServer servers;
    private final Dns dns;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Domains(
            DomainRepository repository,
            ZoneCopyRepository copies,
            AddressReader reader,
            Registry registry,
            ZoneServer servers,
            Dns dns,
            Activities activities,
            ApplicationEventPublisher events,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.copies = copies;
        this.reader = reader;
        this.registry = registry;
        this.servers = servers;
        this.dns = dns;
        this.activities = activities;
        this.events = events;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The account's domains, by name. */
    public List<Domain> mine() {
        return repository.findByAccountIdOrderByName(Current.person().accountId()).stream()
                .map(DomainEntity::toDomain)
                .toList();
    }

    /** One of the account's domains. */
    public Domain mine(String id) {
        return repository
                .findByIdAndAccountId(id, Current.person().accountId())
                .map(DomainEntity::toDomain)
                .orElseThrow(() -> Problem.notFound("This domain"));
    }

    /** The account's domain with this name. */
    public Optional<Domain> mine(HostName name) {
        return repository
                .findByNameAndAccountId(name.ascii(), Current.person().accountId())
                .map(DomainEntity::toDomain);
    }

    /** Any domain, for work that nobody in particular asked for. */
    public Optional<Domain> find(String id) {
        return repository.findById(id).map(DomainEntity::toDomain);
    }

    /** Domains below which a site answers for names that nobody claimed. */
    public List<Domain> catching() {
        return repository.findByCatchingSiteIsNotNull().stream()
                .map(DomainEntity::toDomain)
                .filter(Domain::proven)
                .toList();
    }

    /** How a domain stands, seen from the current person's account. */
    public DomainFact standing(HostName name) {
        Optional<DomainEntity> own =
                repository.findByNameAndAccountId(name.ascii(), Current.person().accountId());
        if (own.isPresent() && own.get().toDomain().proven()) {
            return new DomainFact(DomainStanding.MINE, Optional.empty());
        }
        if (repository.findByProvenName(name.ascii()).isPresent()) {
            return new DomainFact(DomainStanding.OTHERS, Optional.empty());
        }
        if (own.isPresent()) {
            return new DomainFact(DomainStanding.MINE_UNPROVEN, Optional.empty());
        }
        if (!registry.endings().contains(name.parent().ascii())) {
            return new DomainFact(DomainStanding.NOT_SOLD_HERE, Optional.empty());
        }
        try {
            Registry.Offer offer = registry.check(List.of(name.ascii())).get(0);
            DomainStanding standing = !offer.free()
                    ? DomainStanding.REGISTERED
                    : offer.premium() ? DomainStanding.PREMIUM : DomainStanding.FOR_SALE;
            return new DomainFact(standing, offer.price());
        } catch (Registry.Refusal e) {
            return new DomainFact(DomainStanding.UNKNOWN, Optional.empty());
        }
    }

    /** What the registry says of some names. */
    public List<Registry.Offer> offers(List<String> names) {
        try {
            return registry.check(names);
        } catch (Registry.Refusal e) {
            throw away();
        }
    }

    /** Under which endings names are sold. */
    public List<String> endings() {
        return registry.endings();
    }

    private static Problem away() {
        return new Problem(
                ProblemType.OUTSIDE_AWAY,
                "The registry does not answer just now. Nothing was registered and nothing is owed. Try again in a moment.");
    }

    /**
     * Registers a name for a year. The row comes first, so that of two who want the name one is told before the registry
     * is asked, and so that a registration is never forgotten when this process ends in between.
     */
    public Domain register(HostName name, long agreedFirstYear) {
        Registry.Offer offer = offers(List.of(name.ascii())).get(0);
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
                    "The price has changed to " + price.words() + ". Nothing was registered. Look at it again.");
        }
        DomainEntity row = begin(name, price);
        try {
            Optional<Registry.Registration> made = registry.register(name.ascii(), servers.nameServers());
            if (made.isEmpty()) {
                transactions.executeWithoutResult(t -> repository.deleteById(row.id));
                throw taken(name);
            }
            return registered(row.id, made.get());
        } catch (Registry.Refusal e) {
            if (e.down()) {
                throw new Problem(
                        ProblemType.OUTSIDE_AWAY,
                        "The registry broke off before it answered. We ask it again by ourselves, and show the domain as being registered until we know.");
            }
            transactions.executeWithoutResult(t -> repository.deleteById(row.id));
            throw new Problem(ProblemType.NAME_UNUSABLE, e.getMessage() + " Nothing was registered.");
        }
    }

    private static Problem taken(HostName name) {
        return new Problem(
                ProblemType.NAME_TAKEN,
                name.unicode()
                        + " has just been registered by someone else. Nothing was registered for you. Choose another name.");
    }

    private DomainEntity begin(HostName name, Price price) {
        try {
            return transactions.execute(t -> {
                // An unproven claim of one's own, or a registration that ended, becomes the new one with all under it.
                Optional<DomainEntity> own = repository.findByNameAndAccountId(
                        name.ascii(), Current.person().accountId());
                own.ifPresent(before -> {
                    copies.deleteByDomainId(before.id);
                    repository.delete(before);
                    repository.flush();
                });
                DomainEntity row = fresh(name, Domain.Source.REGISTERED, Domain.State.REGISTERING);
                own.ifPresent(before -> row.id = before.id);
                row.provenName = name.ascii();
                row.hosted = true;
                row.firstYear = price.firstYear();
                row.yearly = price.yearly();
                row.currency = price.currency();
                row.nextLookAt = clock.instant().plusSeconds(60);
                return repository.saveAndFlush(row);
            });
        } catch (DataIntegrityViolationException e) {
            throw taken(name);
        }
    }

    private DomainEntity fresh(HostName name, Domain.Source source, Domain.State state) {
        Person person = Current.person();
        DomainEntity row = new DomainEntity();
        row.id = Ids.id();
        row.name = name.ascii();
        row.accountId = person.accountId();
        row.source = source;
        row.state = state;
        row.proof = Ids.secret();
        row.autoRenew = source == Domain.Source.REGISTERED;
        row.currency = "EUR";
        row.trouble = "";
        row.createdBy = person.id();
        row.createdAt = clock.instant();
        return row;
    }

    /** The registry has said yes. */
    Domain registered(String id, Registry.Registration registration) {
        return transactions.execute(t -> {
            DomainEntity row = repository.findById(id).orElseThrow();
            row.state = Domain.State.HELD;
            row.provenAt = clock.instant();
            row.registeredAt = registration.createdAt();
            row.expiresAt = registration.expiresAt();
            row.nextLookAt = clock.instant();
            row.zoneDueAt = clock.instant();
            row.trouble = "";
            othersGiveWay(row);
            note(
                    ActivityKind.DOMAIN_REGISTERED,
                    row,
                    "until " + registration.expiresAt().toString().substring(0, 10));
            events.publishEvent(new ZoneDue(id));
            return told(row, false);
        });
    }

    private Domain told(DomainEntity row, boolean gone) {
        Domain domain = row.toDomain();
        events.publishEvent(new DomainChanged(
                domain, gone, domain.catchingSite().map(Set::of).orElse(Set.of())));
        return domain;
    }

    private void note(ActivityKind kind, DomainEntity row, String detail) {
        activities.note(
                kind,
                Activities.NO_SITE,
                new Person(row.createdBy, row.accountId, "", ""),
                row.toDomain().name().unicode() + (detail.isEmpty() ? "" : ", " + detail));
    }

    /** The domain that a typed name is, or lies under. */
    public HostName read(String typed) {
        AddressReading reading = reader.read(typed);
        reading.fault().ifPresent(fault -> {
            throw Problem.field("name", fault.sentence());
        });
        return reading.domain()
                .orElseThrow(() -> Problem.field(
                        "name", "This is a name on this harbor, not a domain. Type one such as papermoon.art."));
    }

    /** Claims a name registered elsewhere. It is theirs once its TXT record is seen. */
    public Domain bring(HostName name) {
        if (repository.findByProvenName(name.ascii()).isPresent()) {
            throw new Problem(
                    ProblemType.NAME_TAKEN,
                    name.unicode() + " is proven by "
                            + (mine(name).isPresent() ? "you already." : "someone else on this harbor.")
                            + " Nothing was changed.");
        }
        Optional<Domain> before = mine(name);
        if (before.isPresent() && before.get().state() != Domain.State.ENDED) {
            return before.get();
        }
        return transactions.execute(t -> {
            DomainEntity row = before.flatMap(d -> repository.findById(d.id()))
                    .orElseGet(() -> fresh(name, Domain.Source.BROUGHT, Domain.State.CLAIMED));
            row.source = Domain.Source.BROUGHT;
            row.state = Domain.State.CLAIMED;
            row.hosted = false;
            row.expiresAt = null;
            row.trouble = "";
            row.nextLookAt = clock.instant();
            repository.save(row);
            note(ActivityKind.DOMAIN_BROUGHT, row, "");
            return told(row, false);
        });
    }

    /** What was seen when the proof was looked for. */
    public record Look(boolean proven, Seen seen, String sentence) {}

    /** Looks for the proof now. */
    public Look prove(String id) {
        Domain domain = find(id).orElseThrow();
        if (domain.proven()) {
            return new Look(true, new Seen.NoData(0), "Proven.");
        }
        Delegation delegation = dns.delegation(domain.name()).join();
        Seen seen = dns.texts(domain.proofName(), delegation).join();
        boolean found = seen instanceof Seen.Records records && records.data().contains(domain.proof());
        if (!found) {
            return new Look(
                    false, seen, "Looked for the TXT record at " + domain.proofName() + ": " + seen.words() + ".");
        }
        try {
            transactions.executeWithoutResult(t -> {
                DomainEntity row = repository.findById(id).orElseThrow();
                row.provenName = row.name;
                row.state = Domain.State.HELD;
                row.provenAt = clock.instant();
                row.trouble = "";
                row.nextLookAt = clock.instant().plusSeconds(86_400);
                repository.saveAndFlush(row);
                othersGiveWay(row);
                note(ActivityKind.DOMAIN_PROVEN, row, "");
                told(row, false);
            });
        } catch (DataIntegrityViolationException e) {
            return new Look(false, seen, "Someone else proved this domain a moment ago.");
        }
        return new Look(true, seen, "Proven.");
    }

    /** Unproven claims of others end when a domain is proven. */
    private void othersGiveWay(DomainEntity proven) {
        for (DomainEntity other : repository.findByName(proven.name)) {
            if (!other.id.equals(proven.id)) {
                copies.deleteByDomainId(other.id);
                repository.delete(other);
                note(ActivityKind.DOMAIN_LOST, other, "someone else has proven it");
                told(other, true);
            }
        }
    }

    /** The registration of a domain has ended: its addresses are served no more. */
    void ended(String id) {
        transactions.executeWithoutResult(t -> repository.findById(id).ifPresent(row -> {
            row.state = Domain.State.ENDED;
            row.provenName = null;
            row.trouble = "The registration has ended. Register the name again, if it is still free.";
            row.nextLookAt = clock.instant().plusSeconds(86_400);
            note(ActivityKind.DOMAIN_ENDS, row, "has ended");
            told(row, false);
        }));
    }

    /** What happened to the account's domains, the latest first. */
    public List<Activities.Entry> past(int most) {
        return activities.ofAccount(Current.person().accountId(), most);
    }

    /** Switches automatic renewal. */
    public Domain setAutoRenew(String id, boolean on) {
        mine(id);
        return transactions.execute(t -> {
            DomainEntity row = repository.findById(id).orElseThrow();
            row.autoRenew = on;
            row.nextLookAt = clock.instant();
            note(ActivityKind.DOMAIN_CHANGED, row, on ? "renews itself" : "no longer renews itself");
            return told(row, false);
        });
    }

    /** Names the site that answers for names below the domain that nobody claimed. */
    public Domain setCatchingSite(String id, Optional<String> siteId) {
        mine(id);
        return transactions.execute(t -> {
            DomainEntity row = repository.findById(id).orElseThrow();
            Set<String> touched = new HashSet<>(siteId.stream().toList());
            Optional.ofNullable(row.catchingSite).ifPresent(touched::add);
            row.catchingSite = siteId.orElse(null);
            row.zoneDueAt = clock.instant();
            events.publishEvent(new ZoneDue(id));
            note(
                    ActivityKind.DOMAIN_CHANGED,
                    row,
                    siteId.isPresent() ? "unclaimed names are answered" : "unclaimed names are not answered");
            events.publishEvent(new DomainChanged(row.toDomain(), false, touched));
            return row.toDomain();
        });
    }

    /** Moves a brought domain's zone to our name servers, or back. The delegation itself is changed at its registrar. */
    public Domain setHosted(String id, boolean hosted) {
        Domain domain = mine(id);
        if (!domain.proven()) {
            throw new Problem(ProblemType.NOT_READY, "Prove the domain first. Nothing was changed.");
        }
        return transactions.execute(t -> {
            DomainEntity row = repository.findById(id).orElseThrow();
            row.hosted = hosted;
            row.zoneDueAt = hosted ? clock.instant() : null;
            note(
                    ActivityKind.DOMAIN_CHANGED,
                    row,
                    hosted ? "its zone is kept here" : "its zone is no longer kept here");
            if (hosted) {
                events.publishEvent(new ZoneDue(id));
            }
            return told(row, false);
        });
    }

    /** Lets a domain go: deleted at the registry, or no longer claimed. */
    public void letGo(String id) {
        Domain domain = mine(id);
        if (domain.source() == Domain.Source.REGISTERED) {
            try {
                registry.release(domain.name().ascii());
            } catch (Registry.Refusal e) {
                throw e.down()
                        ? away()
                        : new Problem(ProblemType.NAME_UNUSABLE, e.getMessage() + " Nothing was changed.");
            }
        }
        transactions.executeWithoutResult(t -> repository.findById(id).ifPresent(row -> {
            note(ActivityKind.DOMAIN_LET_GO, row, "");
            told(row, true);
            copies.deleteByDomainId(id);
            repository.delete(row);
        }));
    }

    /** Says that a domain's zone may need changes. */
    public void zoneDue(String id) {
        repository
                .findById(id)
                .filter(row -> row.hosted && row.toDomain().proven())
                .ifPresent(row -> {
                    row.zoneDueAt = clock.instant();
                    repository.save(row);
                    events.publishEvent(new ZoneDue(id));
                });
    }
}
