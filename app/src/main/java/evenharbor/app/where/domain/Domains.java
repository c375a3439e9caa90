package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.site.SiteGone;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Stage;
import java.time.Clock;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The domains of the current person's account, and what is chosen for each. */
@Service
public class Domains {

    private final DomainRepository repository;
    private final AddressReader reader;
    private final Registrations registrations;
    private final Renewals renewals;
    private final DomainLives lives;
    private final Sites sites;
    private final Activities activities;
    private final DomainNews news;
    private final ZoneServer servers;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Domains(
            DomainRepository repository,
            AddressReader reader,
            Registrations registrations,
            Renewals renewals,
            DomainLives lives,
            Sites sites,
            Activities activities,
            DomainNews news,
            ZoneServer servers,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.reader = reader;
        this.registrations = registrations;
        this.renewals = renewals;
        this.lives = lives;
        this.sites = sites;
        this.activities = activities;
        this.news = news;
        this.servers = servers;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The account's domains, by name. */
    public List<Domain> mine() {
        return ofAccount(Current.person().accountId());
    }

    /** The domains of any account, by name. */
    public List<Domain> ofAccount(String accountId) {
        return repository.findByAccountIdOrderByName(accountId).stream()
                .map(DomainEntity::toDomain)
                .toList();
    }

    /** One of the account's domains. */
    public Domain mine(String id) {
        return row(id).toDomain();
    }

    private DomainEntity row(String id) {
        return repository
                .findByIdAndAccountId(id, Current.person().accountId())
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

    /** Several domains of any account, by id. */
    public Map<String, Domain> find(Collection<String> ids) {
        return repository.findByIdIn(ids).stream()
                .map(DomainEntity::toDomain)
                .collect(Collectors.toMap(Domain::id, Function.identity()));
    }

    /** The domain, proven by anyone, that a host name is or lies under. */
    public Optional<Domain> holding(HostName host) {
        for (HostName at = host; at.labels().size() > 1; at = at.parent()) {
            Optional<DomainEntity> row = repository.findByProvenName(at.ascii());
            if (row.isPresent()) {
                return row.map(DomainEntity::toDomain);
            }
        }
        return Optional.empty();
    }

    /** Domains below which a site answers for names that nobody claimed. */
    public List<Domain> wildcards() {
        return repository.findByWildcardSiteIsNotNull().stream()
                .map(DomainEntity::toDomain)
                .filter(Domain::proven)
                .toList();
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

    /** What happened to the account's domains before an entry, or until now, the latest first. */
    public List<Activities.Entry> past(OptionalLong before, int most) {
        return activities.ofAccount(Current.person().accountId(), before, most);
    }

    /** Switches automatic renewal. */
    public void setAutoRenew(String id, boolean on) {
        lives.apply(row(id).id, new DomainEvent.RenewalSet(on));
    }

    /** Names the site, one of the account's own, that answers for names below the domain that nobody claimed. */
    public void setWildcardSite(String id, Optional<String> siteId) {
        siteId.ifPresent(sites::mine);
        transactions.executeWithoutResult(t -> {
            DomainEntity row = row(id);
            Set<String> touched = new HashSet<>(siteId.stream().toList());
            Optional.ofNullable(row.wildcardSite).ifPresent(touched::add);
            row.wildcardSite = siteId.orElse(null);
            row.zoneDueAt = clock.instant();
            news.zoneDue(row);
            news.note(
                    ActivityKind.DOMAIN_CHANGED,
                    row,
                    siteId.isPresent() ? "unclaimed names are answered" : "unclaimed names are not answered");
            news.caughtBy(row, touched);
        });
    }

    /** Nobody answers for unclaimed names any more where the site that did goes for good. */
    @EventListener
    void forget(SiteGone gone) {
        repository.findByWildcardSite(gone.siteId()).forEach(row -> row.wildcardSite = null);
        repository.flush();
    }

    /** Moves a brought domain's zone to our name servers, or back. The delegation itself is changed at its registrar. */
    public void setHosted(String id, boolean hosted) {
        transactions.executeWithoutResult(t -> {
            DomainEntity row = row(id);
            if (!row.toDomain().proven()) {
                throw new Problem(ProblemType.NOT_READY, "Verify the domain first. Nothing was changed.");
            }
            if (hosted && !servers.present()) {
                throw new Problem(
                        ProblemType.NOT_READY,
                        "No name server for zones is set up on this harbor, so DNS cannot be managed here. Nothing was changed.");
            }
            row.hosted = hosted;
            row.zoneDueAt = hosted ? clock.instant() : null;
            news.note(
                    ActivityKind.DOMAIN_CHANGED,
                    row,
                    hosted ? "its zone is kept here" : "its zone is no longer kept here");
            if (hosted) {
                news.zoneDue(row);
            }
            news.changed(row);
        });
    }

    /**
     * Lets a domain go: deleted at the registry while it is registered, or no longer claimed.
     *
     * @return whether it is done; else the registry has not answered, and is asked again until it is
     */
    public boolean letGo(String id) {
        Domain domain = mine(id);
        if (domain.life().stage() == Stage.REGISTERING) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "The registry has not said yet whether you have "
                            + domain.name().unicode() + ". Nothing was changed. Try again in a minute.");
        }
        Optional<Domain> given = lives.apply(id, new DomainEvent.GivenUp());
        if (given.isEmpty()) {
            return true;
        }
        try {
            if (registrations.release(given.get())) {
                return true;
            }
        } catch (Registry.Refusal e) {
            lives.apply(id, new DomainEvent.Failed(e.getMessage() + " We ask it again until it is deleted."));
            return false;
        }
        throw new Problem(ProblemType.NAME_UNUSABLE, mine(id).life().trouble() + " Nothing was changed.");
    }

    /** Renews a domain registered here now, or one that has ended while the registry still keeps it for us. */
    public Domain renew(String id) {
        Domain domain = mine(id);
        if (domain.life().stage() != Stage.HELD && domain.life().stage() != Stage.ENDED) {
            throw new Problem(
                    ProblemType.NOT_READY, domain.name().unicode() + " is not registered here. Nothing was changed.");
        }
        DomainEvent answer = renewals.renew(domain);
        if (answer instanceof DomainEvent.Failed failed) {
            throw new Problem(ProblemType.OUTSIDE_AWAY, failed.sentence());
        }
        if (answer instanceof DomainEvent.NotOurs) {
            throw new Problem(
                    ProblemType.NAME_UNUSABLE,
                    "The registry no longer keeps the name for you. Register it again, if it is still free.");
        }
        return mine(id);
    }

    /** Says that a domain's zone may need changes. */
    public void zoneDue(String id) {
        repository
                .findById(id)
                .filter(row -> row.hosted && row.toDomain().proven())
                .ifPresent(row -> {
                    row.zoneDueAt = clock.instant();
                    repository.save(row);
                    news.zoneDue(row);
                });
    }
}
