package evenharbor.app.address;

import evenharbor.app.HarborProperties;
import evenharbor.app.access.Current;
import evenharbor.app.access.Ids;
import evenharbor.app.access.Person;
import evenharbor.app.activity.Activities;
import evenharbor.app.activity.ActivityKind;
import evenharbor.app.domain.Domain;
import evenharbor.app.domain.Domains;
import evenharbor.app.live.LiveStates;
import evenharbor.app.problem.Problem;
import evenharbor.app.problem.ProblemType;
import evenharbor.app.site.Sites;
import evenharbor.app.version.Versions;
import evenharbor.core.address.AddressReader;
import evenharbor.core.address.AddressReading;
import evenharbor.core.address.AddressSense;
import evenharbor.core.address.CloseNames;
import evenharbor.core.address.HostName;
import evenharbor.core.address.PointerTarget;
import evenharbor.core.address.ReservedNames;
import evenharbor.core.address.Role;
import evenharbor.core.address.SiteAddress;
import evenharbor.core.address.SiteAddresses;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reading, claiming, changing and releasing the addresses of sites. */
@Service
@Transactional
public class Addresses {

    /** How long a released name is kept from other accounts. */
    static final Duration HOLD = Duration.ofDays(30);

    private static final int CLOSE_NAMES = 3;
    private static final int AT_ONCE = 100;

    private final AddressRepository repository;
    private final Facts facts;
    private final Domains domains;
    private final Versions versions;
    private final LiveStates live;
    private final JdbcClient db;
    private final EntityManager entities;
    private final Sites sites;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final HarborProperties harbor;
    private final Clock clock;
    private final AddressReader reader;

    Addresses(
            AddressRepository repository,
            Facts facts,
            Domains domains,
            Versions versions,
            LiveStates live,
            JdbcClient db,
            EntityManager entities,
            Sites sites,
            Activities activities,
            ApplicationEventPublisher events,
            HarborProperties harbor,
            AddressReader reader,
            Clock clock) {
        this.repository = repository;
        this.facts = facts;
        this.domains = domains;
        this.versions = versions;
        this.live = live;
        this.db = db;
        this.entities = entities;
        this.sites = sites;
        this.activities = activities;
        this.events = events;
        this.harbor = harbor;
        this.clock = clock;
        this.reader = reader;
    }

    /**
     * What is to be said about a typed address.
     *
     * @param sense what it would mean
     * @param close up to three close names that are free, when a harbor name cannot be had
     */
    public record Answer(AddressSense sense, List<String> close) {}

    /** Makes sense of a typed address for one of the person's sites. */
    @Transactional(readOnly = true)
    public Answer read(String siteId, String typed) {
        AddressReading reading = reader.read(typed);
        AddressSense sense = AddressSense.of(reading, facts.of(siteId), clock.instant());
        boolean gone = sense.nature() == AddressSense.Nature.HARBOR && !sense.free();
        List<String> close = gone && sense.standing() != AddressSense.Standing.HERE
                ? CloseNames.near(reading.host().orElseThrow().labels().get(0), CLOSE_NAMES, this::taken)
                : List.of();
        return new Answer(sense, close);
    }

    private Set<String> taken(Collection<String> names) {
        Map<String, String> byHost = names.stream().collect(Collectors.toMap(this::hostName, Function.identity()));
        return repository.findByHostIn(byHost.keySet()).stream()
                .filter(a -> a.heldUntil == null || a.heldUntil.isAfter(clock.instant()))
                .map(a -> byHost.get(a.host))
                .collect(Collectors.toSet());
    }

    /** A harbor name suggested by a title, free at this moment; empty when none suggests itself. */
    @Transactional(readOnly = true)
    public Optional<String> suggestion(String title) {
        return CloseNames.fromTitle(title)
                .flatMap(name ->
                        !ReservedNames.contains(name) && taken(List.of(name)).isEmpty()
                                ? Optional.of(name)
                                : CloseNames.near(name, 1, this::taken).stream().findFirst());
    }

    /** Claims an address. Of two who claim it at one moment one gets it, and the other is told. */
    public Address claim(String siteId, String typed, SiteAddresses.Wish wish) {
        sites.mine(siteId);
        Answer answer = read(siteId, typed);
        AddressSense sense = answer.sense();
        if (sense.reading().fault().isPresent()) {
            throw Problem.field("typed", sense.happens());
        }
        if (!sense.free()) {
            throw refused(sense, answer.close());
        }
        HostName host = sense.reading().host().orElseThrow();
        Optional<String> domainId =
                sense.reading().domain().flatMap(domains::mine).map(Domain::id);
        String id = Ids.id();
        if (!insert(id, siteId, host, sense.reading().path(), domainId)) {
            throw refused(sense, CloseNames.near(host.labels().get(0), CLOSE_NAMES, this::taken));
        }
        // What was read of the name before the insert is out of date.
        entities.clear();
        AddressEntity row = repository.findById(id).orElseThrow();
        SiteAddresses before = SiteAddresses.of(rows(siteId).stream()
                .filter(r -> !r.id.equals(id))
                .map(AddressEntity::toSiteAddress)
                .toList());
        apply(siteId, before.with(row.toSiteAddress(), wish, around(siteId)));
        changed(ActivityKind.ADDRESS_CLAIMED, siteId, row.toSiteAddress().words(), domainId);
        return of(siteId).stream().filter(a -> a.id().equals(id)).findFirst().orElseThrow();
    }

    private static Problem refused(AddressSense sense, List<String> close) {
        ProblemType type =
                sense.standing() == AddressSense.Standing.RESERVED ? ProblemType.NAME_UNUSABLE : ProblemType.NAME_TAKEN;
        String sentence = sense.free()
                ? "Someone claimed " + sense.reading().host().orElseThrow() + " a moment ago."
                : sense.happens();
        return new Problem(type, sentence + " Nothing was changed. Choose another address.").with("close", close);
    }

    /** The unique key decides a race: the second insert does nothing, and is told so. */
    private boolean insert(String id, String siteId, HostName host, String path, Optional<String> domainId) {
        Person person = Current.person();
        LocalDateTime now = local(clock.instant());
        repository.findByHostAndPath(host.ascii(), path).ifPresent(held -> {
            db.sql("delete from address_check where address_id = ?")
                    .param(held.id)
                    .update();
            db.sql(
                            "delete from site_address where id = ? and held_until is not null and (held_until <= ? or account_id = ?)")
                    .params(held.id, now, person.accountId())
                    .update();
        });
        return db.sql(
                                "insert ignore into site_address (id, host, path, site_id, account_id, domain_id, role, points_to, claimed_by, claimed_at)"
                                        + " values (?, ?, ?, ?, ?, ?, 'POINTER', '', ?, ?)")
                        .params(
                                id,
                                host.ascii(),
                                path,
                                siteId,
                                person.accountId(),
                                domainId.orElse(null),
                                person.id(),
                                now)
                        .update()
                == 1;
    }

    private static LocalDateTime local(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDateTime();
    }

    private SiteAddresses.Circumstances around(String siteId) {
        return new SiteAddresses.Circumstances(live.of(siteId).live(), versions.count(siteId), this::pointed);
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

    private void apply(String siteId, SiteAddresses.Outcome outcome) {
        if (outcome instanceof SiteAddresses.Refused refused) {
            throw Problem.field("role", refused.sentence());
        }
        apply(siteId, ((SiteAddresses.Done) outcome).addresses());
    }

    private void apply(String siteId, SiteAddresses addresses) {
        Map<String, AddressEntity> rows =
                rows(siteId).stream().collect(Collectors.toMap(r -> r.id, Function.identity()));
        addresses.list().forEach(a -> Optional.ofNullable(rows.get(a.id())).ifPresent(row -> row.become(a)));
        repository.flush();
    }

    private List<AddressEntity> rows(String siteId) {
        return repository.findBySiteIdAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(siteId);
    }

    private SiteAddresses addresses(String siteId) {
        return SiteAddresses.of(
                rows(siteId).stream().map(AddressEntity::toSiteAddress).toList());
    }

    private void changed(ActivityKind kind, String siteId, String detail, Optional<String> domainId) {
        activities.note(kind, siteId, Current.person(), detail);
        domainId.ifPresent(domains::zoneDue);
        events.publishEvent(new AddressesChanged(siteId, domainId.map(Set::of).orElse(Set.of())));
    }

    /** Gives an address another role. */
    public Address change(String siteId, String id, SiteAddresses.Wish wish) {
        AddressEntity row = entity(siteId, id);
        apply(siteId, addresses(siteId).changed(id, wish, around(siteId)));
        changed(
                ActivityKind.ADDRESS_CHANGED,
                siteId,
                row.toSiteAddress().words() + " is now " + row.role.name().toLowerCase(Locale.ROOT),
                Optional.ofNullable(row.domainId));
        return address(row);
    }

    /**
     * Gives a site another name in place of one: the new one takes over its role, and the old one forwards.
     *
     * @param days for how many days the old one forwards; empty for always
     */
    public Address rename(String siteId, String id, String typed, OptionalInt days) {
        AddressEntity old = entity(siteId, id);
        Role role = old.role;
        boolean main = role == Role.MAIN;
        Address fresh = claim(siteId, typed, main ? SiteAddresses.Wish.of(Role.ALIAS) : wishOf(old));
        if (main) {
            change(siteId, fresh.id(), SiteAddresses.Wish.of(Role.MAIN));
        }
        AddressEntity left = entity(siteId, id);
        if (main || role == Role.ALIAS) {
            apply(siteId, addresses(siteId).changed(id, SiteAddresses.Wish.of(Role.FORWARDING), around(siteId)));
            left.forwardsUntil = days.isPresent() ? clock.instant().plus(Duration.ofDays(days.getAsInt())) : null;
        } else {
            String to = url(new HostName(fresh.hostName()), fresh.path());
            apply(
                    siteId,
                    addresses(siteId)
                            .changed(
                                    id, new SiteAddresses.Wish(Role.POINTER, OptionalInt.empty(), to), around(siteId)));
        }
        repository.flush();
        changed(
                ActivityKind.ADDRESS_CHANGED,
                siteId,
                left.toSiteAddress().words() + " became " + fresh.shown(),
                Optional.ofNullable(left.domainId));
        return of(siteId).stream()
                .filter(a -> a.id().equals(fresh.id()))
                .findFirst()
                .orElseThrow();
    }

    private static SiteAddresses.Wish wishOf(AddressEntity row) {
        return new SiteAddresses.Wish(
                row.role,
                row.trialVersion == null ? OptionalInt.empty() : OptionalInt.of(row.trialVersion),
                row.pointsTo == null ? "" : row.pointsTo);
    }

    /** Gives an address up. Nobody but this account can have it until the hold is over. */
    public List<Address> release(String siteId, String id) {
        AddressEntity row = entity(siteId, id);
        letGo(row);
        changed(ActivityKind.ADDRESS_RELEASED, siteId, row.toSiteAddress().words(), Optional.ofNullable(row.domainId));
        return of(siteId);
    }

    private void letGo(AddressEntity row) {
        SiteAddresses rest = addresses(row.siteId).without(row.id);
        row.heldUntil = clock.instant().plus(HOLD);
        repository.flush();
        apply(row.siteId, rest);
    }

    /** Ends the forwarding of addresses whose time is over. */
    public void endForwards() {
        repository
                .findByForwardsUntilLessThanEqualAndHeldUntilIsNull(clock.instant(), Limit.of(AT_ONCE))
                .forEach(row -> {
                    letGo(row);
                    activities.note(
                            ActivityKind.ADDRESS_RELEASED,
                            row.siteId,
                            new Person(row.claimedBy, row.accountId, "", ""),
                            row.toSiteAddress().words() + ", its time of forwarding is over");
                    Optional.ofNullable(row.domainId).ifPresent(domains::zoneDue);
                    events.publishEvent(new AddressesChanged(row.siteId, Set.of()));
                });
    }

    /** Takes the addresses under a domain away that the account no longer holds. */
    void domainGone(String domainId) {
        for (AddressEntity row : repository.findByDomainId(domainId)) {
            if (row.heldUntil == null) {
                SiteAddresses rest = addresses(row.siteId).without(row.id);
                db.sql("delete from address_check where address_id = ?")
                        .param(row.id)
                        .update();
                repository.delete(row);
                repository.flush();
                apply(row.siteId, rest);
            } else {
                repository.delete(row);
            }
            events.publishEvent(new AddressesChanged(row.siteId, Set.of()));
        }
    }

    /** The sites whose addresses a domain's state decides on. */
    void domainChanged(String domainId) {
        repository.findByDomainIdAndHeldUntilIsNull(domainId).stream()
                .map(row -> row.siteId)
                .distinct()
                .forEach(siteId -> events.publishEvent(new AddressesChanged(siteId, Set.of())));
    }

    private AddressEntity entity(String siteId, String id) {
        sites.mine(siteId);
        return repository
                .findByIdAndSiteIdAndHeldUntilIsNull(id, siteId)
                .orElseThrow(() -> Problem.notFound("This address"));
    }

    /** One address of one of the person's sites. */
    @Transactional(readOnly = true)
    public Address mine(String siteId, String id) {
        return address(entity(siteId, id));
    }

    /** The addresses of a site, the main one first. */
    @Transactional(readOnly = true)
    public List<Address> of(String siteId) {
        return of(Set.of(siteId));
    }

    /** The addresses of several sites; within each the main one comes first. */
    @Transactional(readOnly = true)
    public List<Address> of(Collection<String> siteIds) {
        return repository.findBySiteIdInAndHeldUntilIsNullOrderByClaimedAtAscIdAsc(siteIds).stream()
                .sorted(Comparator.comparing((AddressEntity a) -> a.siteId).thenComparing(a -> a.role != Role.MAIN))
                .map(this::address)
                .toList();
    }

    /** Addresses of any account by their ids, those given up left out. */
    @Transactional(readOnly = true)
    public List<Address> find(Collection<String> ids) {
        return repository.findAllById(ids).stream()
                .filter(row -> row.heldUntil == null)
                .map(this::address)
                .toList();
    }

    /** All addresses under a domain. */
    @Transactional(readOnly = true)
    public List<Address> under(String domainId) {
        return repository.findByDomainIdAndHeldUntilIsNull(domainId).stream()
                .map(this::address)
                .toList();
    }

    /** Whether the site has an address at all. */
    @Transactional(readOnly = true)
    public boolean any(String siteId) {
        return repository.countBySiteIdAndHeldUntilIsNull(siteId) > 0;
    }

    private Address address(AddressEntity row) {
        SiteAddress address = row.toSiteAddress();
        return new Address(
                row.id,
                row.siteId,
                row.host,
                address.words(),
                row.path,
                url(address.host(), row.path),
                row.role,
                row.trialVersion,
                row.role == Role.POINTER ? row.pointsTo : null,
                row.domainId,
                row.claimedAt,
                row.forwardsUntil);
    }

    /** The whole host name of a harbor name. */
    public String hostName(String name) {
        return name + "." + harbor.nameEnding();
    }

    private String url(HostName host, String path) {
        return url(host.ascii()).replaceFirst("/$", path);
    }

    /** What visitors open for a host name; the port is named unless it is the usual one. */
    public String url(String hostName) {
        int port = harbor.visitors().port();
        return "http://" + hostName + (port == 80 ? "" : ":" + port) + "/";
    }
}
