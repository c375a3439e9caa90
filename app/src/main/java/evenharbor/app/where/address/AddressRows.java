package evenharbor.app.where.address;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.PointerTarget;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The rows of a site's addresses: shown to the rules, changed as the rules say, and what follows told to others. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class AddressRows {

    private final AddressRepository repository;
    private final Sites sites;
    private final Versions versions;
    private final LiveStates live;
    private final Domains domains;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final JdbcClient db;

    AddressRows(
            AddressRepository repository,
            Sites sites,
            Versions versions,
            LiveStates live,
            Domains domains,
            Activities activities,
            ApplicationEventPublisher events,
            JdbcClient db) {
        this.repository = repository;
        this.sites = sites;
        this.versions = versions;
        this.live = live;
        this.domains = domains;
        this.activities = activities;
        this.events = events;
        this.db = db;
    }

    /**
     * Lets nobody else change the site's addresses until the transaction ends. To be called before anything is read, so
     * that what is read is what is so.
     */
    public void lock(String siteId) {
        db.sql("select id from site where id = ? for update")
                .params(siteId)
                .query(String.class)
                .optional();
    }

    /** One address of one of the person's sites. */
    public AddressEntity mine(String siteId, String id) {
        sites.mine(siteId);
        return repository
                .findByIdAndSiteIdAndHeldUntilIsNull(id, siteId)
                .orElseThrow(() -> Problem.notFound("This address"));
    }

    private List<AddressEntity> of(String siteId) {
        return repository.findBySiteIdAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(siteId);
    }

    /** A site's addresses as the rules see them. */
    public SiteAddresses addresses(String siteId) {
        return SiteAddresses.of(
                of(siteId).stream().map(AddressEntity::toSiteAddress).toList());
    }

    /** A site's addresses as they were before this one came. */
    public SiteAddresses addressesBefore(AddressEntity fresh) {
        return SiteAddresses.of(of(fresh.siteId).stream()
                .filter(row -> !row.id.equals(fresh.id))
                .map(AddressEntity::toSiteAddress)
                .toList());
    }

    /** What is true besides the addresses. */
    public SiteAddresses.Circumstances around(String siteId) {
        return new SiteAddresses.Circumstances(
                live.of(siteId).live(), n -> versions.find(siteId, n).isPresent(), this::pointed);
    }

    /** Where a URL leads on to, when it is one of the account's own pointers. */
    private Optional<String> pointed(String url) {
        return repository
                .findByRoleAndAccountIdAndHeldUntilIsNull(
                        Role.POINTER, Current.person().accountId())
                .stream()
                .filter(row -> row.pointsTo != null && !row.pointsTo.isEmpty())
                .filter(row -> PointerTarget.leadsTo(url, new HostName(row.host), row.path))
                .map(row -> row.pointsTo)
                .findFirst();
    }

    /** Makes the rows what the rules came to. */
    public void apply(String siteId, SiteAddresses.Outcome outcome) {
        if (outcome instanceof SiteAddresses.Refused refused) {
            throw Problem.field("role", refused.sentence());
        }
        apply(siteId, ((SiteAddresses.Done) outcome).addresses());
    }

    private void apply(String siteId, SiteAddresses addresses) {
        Map<String, AddressEntity> rows = of(siteId).stream().collect(Collectors.toMap(r -> r.id, Function.identity()));
        // There is one main address at every moment, as the database sees to: the old one makes room first.
        addresses.list().stream()
                .sorted(Comparator.comparing(a -> a.role() == Role.MAIN))
                .forEach(a -> Optional.ofNullable(rows.get(a.id())).ifPresent(row -> {
                    if (a.role() == Role.MAIN) {
                        repository.flush();
                    }
                    row.become(a);
                }));
        repository.flush();
    }

    /** Takes an address out of its site: its row is dealt with by the caller. */
    public void leave(AddressEntity row, Runnable deal) {
        SiteAddresses rest = addresses(row.siteId).without(row.id);
        deal.run();
        repository.flush();
        apply(row.siteId, rest);
    }

    /** Tells that a site's addresses have changed, and the domains that they lie under. */
    public void changed(ActivityKind kind, Person who, String detail, AddressEntity... rows) {
        activities.note(kind, rows[0].siteId, who, detail);
        Set.of(rows).stream()
                .map(row -> row.domainId)
                .distinct()
                .flatMap(id -> Optional.ofNullable(id).stream())
                .forEach(domains::zoneDue);
        events.publishEvent(new AddressesChanged(rows[0].siteId));
    }
}
