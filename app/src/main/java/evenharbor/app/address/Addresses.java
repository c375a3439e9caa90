package evenharbor.app.address;

import evenharbor.app.HarborProperties;
import evenharbor.app.access.Current;
import evenharbor.app.access.Person;
import evenharbor.app.activity.Activities;
import evenharbor.app.activity.ActivityKind;
import evenharbor.app.problem.Problem;
import evenharbor.app.problem.ProblemType;
import evenharbor.app.site.Sites;
import evenharbor.core.address.CloseNames;
import evenharbor.core.address.NameReading;
import evenharbor.core.address.ReservedNames;
import jakarta.persistence.EntityManager;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reading, claiming and releasing harbor names. */
@Service
@Transactional
public class Addresses {

    /** How long a released name is kept from other accounts. */
    static final Duration HOLD = Duration.ofDays(30);

    private static final int CLOSE_NAMES = 3;

    private final AddressRepository repository;
    private final JdbcClient db;
    private final EntityManager entities;
    private final Sites sites;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final HarborProperties harbor;
    private final Clock clock;

    Addresses(
            AddressRepository repository,
            JdbcClient db,
            EntityManager entities,
            Sites sites,
            Activities activities,
            ApplicationEventPublisher events,
            HarborProperties harbor,
            Clock clock) {
        this.repository = repository;
        this.db = db;
        this.entities = entities;
        this.sites = sites;
        this.activities = activities;
        this.events = events;
        this.harbor = harbor;
        this.clock = clock;
    }

    /** Whether a name can be had. */
    public enum Standing {
        FREE,
        TAKEN,
        YOURS,
        RESERVED,
        MALFORMED
    }

    /**
     * What is to be said about a typed name.
     *
     * @param reading the typed text, cleaned and judged
     * @param standing whether it can be had
     * @param close up to three close names that are free, when it cannot be had
     */
    public record Answer(NameReading reading, Standing standing, List<String> close) {}

    /** Reads a typed name and looks whether it can be had. */
    @Transactional(readOnly = true)
    public Answer read(String typed) {
        NameReading reading = NameReading.of(typed, harbor.nameEnding());
        if (reading.fault().isPresent()) {
            return new Answer(reading, Standing.MALFORMED, List.of());
        }
        Standing standing = standing(reading.name());
        List<String> close = standing == Standing.TAKEN || standing == Standing.RESERVED
                ? CloseNames.near(reading.name(), CLOSE_NAMES, this::taken)
                : List.of();
        return new Answer(reading, standing, close);
    }

    private Standing standing(String name) {
        if (ReservedNames.contains(name)) {
            return Standing.RESERVED;
        }
        Optional<AddressEntity> held = repository.findById(name);
        if (held.isEmpty() || isOver(held.get())) {
            return Standing.FREE;
        }
        boolean ours = held.get().accountId.equals(Current.person().accountId());
        if (ours) {
            return held.get().heldUntil == null ? Standing.YOURS : Standing.FREE;
        }
        return Standing.TAKEN;
    }

    private boolean isOver(AddressEntity address) {
        return address.heldUntil != null && address.heldUntil.isBefore(clock.instant());
    }

    private Set<String> taken(Collection<String> names) {
        return repository.findAllById(names).stream()
                .filter(a -> !isOver(a))
                .map(a -> a.name)
                .collect(Collectors.toSet());
    }

    /** A name suggested by a title, free at this moment; empty when none suggests itself. */
    @Transactional(readOnly = true)
    public Optional<String> suggestion(String title) {
        return CloseNames.fromTitle(title)
                .flatMap(name -> standing(name) == Standing.FREE
                        ? Optional.of(name)
                        : CloseNames.near(name, 1, this::taken).stream().findFirst());
    }

    /** Claims a name for a site. Of two who claim it at one moment one gets it, and the other is told. */
    public Address claim(String siteId, String typed) {
        sites.mine(siteId);
        Answer answer = read(typed);
        String name = answer.reading().name();
        switch (answer.standing()) {
            case MALFORMED ->
                throw Problem.field(
                        "typed", answer.reading().fault().orElseThrow().sentence());
            case RESERVED ->
                throw new Problem(
                                ProblemType.NAME_UNUSABLE,
                                "“" + name
                                        + "” is kept for the harbor itself. Nothing was changed. Choose another name.")
                        .with("close", answer.close());
            case YOURS ->
                throw new Problem(
                        ProblemType.NAME_TAKEN,
                        "“" + name + "” belongs to one of your sites already. Nothing was changed.");
            case TAKEN -> throw taken(name, answer.close());
            case FREE -> {
                // Goes on below.
            }
        }
        Person person = Current.person();
        boolean first = repository
                .findBySiteIdAndHeldUntilIsNullOrderByClaimedAt(siteId)
                .isEmpty();
        if (!insert(siteId, name, first ? Address.Role.MAIN : Address.Role.ALIAS, person)) {
            throw taken(name, CloseNames.near(name, CLOSE_NAMES, this::taken));
        }
        // What was read of the name before the insert is out of date.
        entities.clear();
        activities.note(ActivityKind.ADDRESS_CLAIMED, siteId, person, hostName(name));
        events.publishEvent(new AddressesChanged(siteId));
        return of(siteId).stream()
                .filter(a -> a.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    /** The primary key decides a race: the second insert does nothing, and is told so. */
    private boolean insert(String siteId, String name, Address.Role role, Person person) {
        Instant now = clock.instant();
        // A row that is there at this point is a held one that this person may take.
        if (repository.existsById(name)) {
            db.sql(
                            "delete from address where name = ? and held_until is not null and (held_until < ? or account_id = ?)")
                    .params(name, now.atOffset(ZoneOffset.UTC).toLocalDateTime(), person.accountId())
                    .update();
        }
        return db.sql("insert ignore into address (name, site_id, account_id, role, claimed_by, claimed_at)"
                                + " values (?, ?, ?, ?, ?, ?)")
                        .params(
                                name,
                                siteId,
                                person.accountId(),
                                role.name(),
                                person.id(),
                                now.atOffset(ZoneOffset.UTC).toLocalDateTime())
                        .update()
                == 1;
    }

    private static Problem taken(String name, List<String> close) {
        return new Problem(
                        ProblemType.NAME_TAKEN,
                        "“" + name + "” belongs to someone else. Nothing was changed. Choose another name.")
                .with("close", close);
    }

    /** Makes one of a site's addresses the main one; the one that was becomes an alias. */
    public List<Address> makeMain(String siteId, String name) {
        AddressEntity chosen = entity(siteId, name);
        for (AddressEntity address : repository.findBySiteIdAndHeldUntilIsNullOrderByClaimedAt(siteId)) {
            address.role = address == chosen ? Address.Role.MAIN : Address.Role.ALIAS;
        }
        repository.flush();
        activities.note(
                ActivityKind.ADDRESS_CHANGED, siteId, Current.person(), hostName(name) + " is the main address");
        events.publishEvent(new AddressesChanged(siteId));
        return of(siteId);
    }

    /** Gives a name up. Nobody but this account can have it until the hold is over. */
    public List<Address> release(String siteId, String name) {
        AddressEntity address = entity(siteId, name);
        boolean wasMain = address.role == Address.Role.MAIN;
        address.heldUntil = clock.instant().plus(HOLD);
        repository.flush();
        List<AddressEntity> left = repository.findBySiteIdAndHeldUntilIsNullOrderByClaimedAt(siteId);
        if (wasMain && !left.isEmpty()) {
            left.get(0).role = Address.Role.MAIN;
        }
        repository.flush();
        activities.note(ActivityKind.ADDRESS_RELEASED, siteId, Current.person(), hostName(name));
        events.publishEvent(new AddressesChanged(siteId));
        return of(siteId);
    }

    private AddressEntity entity(String siteId, String name) {
        sites.mine(siteId);
        return repository
                .findByNameAndSiteIdAndHeldUntilIsNull(name, siteId)
                .orElseThrow(() -> Problem.notFound("This address"));
    }

    /** A site's addresses, the main one first. */
    @Transactional(readOnly = true)
    public List<Address> of(String siteId) {
        return of(List.of(siteId));
    }

    /** The addresses of several sites, main ones first. */
    @Transactional(readOnly = true)
    public List<Address> of(Collection<String> siteIds) {
        return repository.findBySiteIdInAndHeldUntilIsNullOrderByClaimedAt(siteIds).stream()
                .sorted((a, b) -> a.role.compareTo(b.role))
                .map(a -> new Address(a.siteId, a.name, hostName(a.name), url(hostName(a.name)), a.role, a.claimedAt))
                .toList();
    }

    private String hostName(String name) {
        return name + "." + harbor.nameEnding();
    }

    /** What visitors open for a host name: the harbor's port is named unless it is the usual one. */
    public String url(String hostName) {
        int port = harbor.visitors().port();
        return URI.create("http://" + hostName + (port == 80 ? "" : ":" + port) + "/")
                .toString();
    }
}
