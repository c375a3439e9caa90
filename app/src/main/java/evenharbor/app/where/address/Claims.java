package evenharbor.app.where.address;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.Quotas;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.AddressAssessment;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.CloseNames;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.ReservedNames;
import evenharbor.core.where.address.SiteAddresses;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Typed addresses: what each would mean, and claiming one. */
@Service
@Transactional
public class Claims {

    private static final int CLOSE_NAMES = 3;

    private final AddressRepository repository;
    private final AddressRows rows;
    private final Addresses addresses;
    private final Facts facts;
    private final Domains domains;
    private final Sites sites;
    private final Quotas quotas;
    private final AddressReader reader;
    private final JdbcClient db;
    private final EntityManager entities;
    private final Clock clock;

    Claims(
            AddressRepository repository,
            AddressRows rows,
            Addresses addresses,
            Facts facts,
            Domains domains,
            Sites sites,
            Quotas quotas,
            AddressReader reader,
            JdbcClient db,
            EntityManager entities,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.facts = facts;
        this.domains = domains;
        this.sites = sites;
        this.quotas = quotas;
        this.reader = reader;
        this.db = db;
        this.entities = entities;
        this.clock = clock;
    }

    /**
     * What is to be said about a typed address.
     *
     * @param sense what it would mean
     * @param close up to three close names that are free, when a harbor name cannot be had
     */
    public record Answer(AddressAssessment sense, List<String> close) {}

    /** Makes sense of a typed address for one of the person's sites. */
    @Transactional(readOnly = true)
    public Answer read(String siteId, String typed) {
        sites.mine(siteId);
        AddressReading reading = reader.read(typed);
        AddressAssessment sense = AddressAssessment.of(reading, facts.of(siteId), clock.instant());
        boolean gone = sense.nature() == AddressAssessment.Nature.HARBOR && !sense.free();
        return new Answer(
                sense,
                gone && sense.standing() != AddressAssessment.Standing.HERE
                        ? close(reading.host().orElseThrow())
                        : List.of());
    }

    private List<String> close(HostName host) {
        return CloseNames.near(host.labels().get(0), CLOSE_NAMES, this::taken);
    }

    private Set<String> taken(Collection<String> names) {
        Map<String, String> byHost = names.stream().collect(Collectors.toMap(addresses::hostName, Function.identity()));
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
        return claim(siteId, typed, wish, false);
    }

    /**
     * Claims an address, and with it the name with, or without, {@code www}: both or neither.
     *
     * @param withPair whether the other name is wanted, where there is one that is free
     */
    public Address claim(String siteId, String typed, SiteAddresses.Wish wish, boolean withPair) {
        rows.lock(siteId);
        Optional<HostName> pair = withPair ? read(siteId, typed).sense().pair() : Optional.empty();
        Address made = take(siteId, typed, wish);
        pair.ifPresent(name -> take(siteId, name.ascii(), wish.ofPair()));
        return addresses.mine(siteId, made.id());
    }

    private Address take(String siteId, String typed, SiteAddresses.Wish wish) {
        AddressEntity fresh = insert(siteId, typed);
        rows.apply(siteId, rows.addressesBefore(fresh).with(fresh.toSiteAddress(), wish, rows.around(siteId)));
        rows.changed(
                ActivityKind.ADDRESS_CLAIMED,
                Current.person(),
                fresh.toSiteAddress().words(),
                fresh);
        return addresses.mine(siteId, fresh.id);
    }

    /** Makes an address the site's, without a role as yet. */
    AddressEntity insert(String siteId, String typed) {
        Answer answer = read(siteId, typed);
        AddressAssessment sense = answer.sense();
        if (sense.reading().fault().isPresent()) {
            throw Problem.field("typed", sense.explanation());
        }
        if (!sense.free()) {
            throw refused(sense, answer.close());
        }
        HostName host = sense.reading().host().orElseThrow();
        quotas.moreNames(sites.mine(siteId).accountId(), List.of(host.ascii()));
        Optional<String> domainId =
                sense.reading().domain().flatMap(domains::mine).map(Domain::id);
        String id = Ids.id();
        if (!hold(host) || !insert(id, siteId, host, sense.reading().path(), domainId)) {
            throw refused(sense, close(host));
        }
        // What was read of the name before the insert is out of date.
        entities.clear();
        return repository.findById(id).orElseThrow();
    }

    private static Problem refused(AddressAssessment sense, List<String> close) {
        ProblemType type = sense.standing() == AddressAssessment.Standing.RESERVED
                ? ProblemType.NAME_UNUSABLE
                : ProblemType.NAME_TAKEN;
        String sentence = sense.free()
                ? "Someone claimed " + sense.reading().host().orElseThrow() + " a moment ago."
                : sense.explanation();
        return new Problem(type, sentence + " Nothing was changed. Choose another address.").with("close", close);
    }

    /** Whether the account has the host name, with all paths under it, from now on. */
    private boolean hold(HostName host) {
        String account = Current.person().accountId();
        LocalDateTime now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        // Deleting what is not there would lock a gap, as below.
        if (holder(host).filter(other -> !other.equals(account)).isPresent()) {
            db.sql(
                            "delete from host_holder where host = ? and account_id <> ? and not exists"
                                    + " (select 1 from site_address a where a.host = host_holder.host and (a.held_until is null or a.held_until > ?))")
                    .params(host.ascii(), account, now)
                    .update();
        }
        db.sql("insert ignore into host_holder (host, account_id) values (?, ?)")
                .params(host.ascii(), account)
                .update();
        return holder(host).filter(account::equals).isPresent();
    }

    private Optional<String> holder(HostName host) {
        return db.sql("select account_id from host_holder where host = ? for update")
                .params(host.ascii())
                .query(String.class)
                .optional();
    }

    /** The unique key decides a race: the second insert does nothing, and is told so. */
    private boolean insert(String id, String siteId, HostName host, String path, Optional<String> domainId) {
        Person person = Current.person();
        LocalDateTime now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        // Deleting what is not there would lock a gap, and two who claim at once would wait for each other.
        repository
                .findByHostAndPath(host.ascii(), path)
                .ifPresent(held -> db.sql(
                                "delete from site_address where id = ? and held_until is not null and (held_until <= ? or account_id = ?)")
                        .params(held.id, now, person.accountId())
                        .update());
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
}
