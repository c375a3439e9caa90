package evenharbor.app.overview.check;

import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.AddressesChanged;
import evenharbor.app.where.certificate.CertificatesChanged;
import evenharbor.app.where.certificate.HttpsByDefault;
import evenharbor.app.where.certificate.HttpsChanges;
import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.where.domain.Sighting;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Looks at addresses and remembers how each stands. */
@Service
public class Checks {

    /** Steps that, once done, let an authority issue that could not before. */
    private static final List<Ladder.Kind> MENDING = List.of(Ladder.Kind.LEADS_HERE, Ladder.Kind.CERTIFIABLE);

    private static final TypeReference<List<KeptStep>> STEPS = new TypeReference<>() {};
    private static final TypeReference<List<KeptLook>> LOOKS = new TypeReference<>() {};

    private final AddressCheckRepository repository;
    private final Addresses addresses;
    private final Domains domains;
    private final Sites sites;
    private final HttpsChanges https;
    private final HttpsByDefault httpsByDefault;
    private final VisitProperties visits;
    private final Activities activities;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;
    private final AddressProbe probe;

    Checks(
            AddressCheckRepository repository,
            Addresses addresses,
            Domains domains,
            Sites sites,
            HttpsChanges https,
            HttpsByDefault httpsByDefault,
            VisitProperties visits,
            Activities activities,
            JdbcClient db,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock,
            AddressProbe probe) {
        this.repository = repository;
        this.addresses = addresses;
        this.domains = domains;
        this.sites = sites;
        this.https = https;
        this.httpsByDefault = httpsByDefault;
        this.visits = visits;
        this.activities = activities;
        this.db = db;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
        this.probe = probe;
    }

    /**
     * How an address stands.
     *
     * @param addressId the address
     * @param steps its steps with their times; empty before the first look
     * @param state how it stands as a whole
     * @param since since when it stands so
     * @param askedAt when it was last looked at; empty before the first look
     * @param nextLookAt when it will be looked at again
     * @param drifted whether it was all right once and is not now
     */
    public record Standing(
            String addressId,
            List<KeptStep> steps,
            Ladder.State state,
            Instant since,
            Optional<Instant> askedAt,
            Instant nextLookAt,
            boolean drifted) {

        /** The first step that is not done; empty when all are. */
        public Optional<Ladder.Step> hindrance() {
            return new Ladder(steps.stream().map(KeptStep::step).toList()).hindrance();
        }
    }

    /** How these addresses stand, by id. */
    public Map<String, Standing> of(Collection<String> addressIds) {
        return byId(repository.findByAddressIdIn(addressIds));
    }

    /** How those addresses of sites stand that do not work, or are waited for, by their ids. */
    public Map<String, Standing> troubled(Collection<String> siteIds) {
        return byId(repository.ofSites(siteIds, List.of(Ladder.State.FAILED, Ladder.State.WAITING)));
    }

    private Map<String, Standing> byId(List<AddressCheck> checks) {
        return checks.stream()
                .map(c -> new Standing(
                        c.addressId,
                        json.readValue(c.ladder, STEPS),
                        c.state,
                        c.since,
                        Optional.ofNullable(c.askedAt),
                        c.nextLookAt,
                        c.drifted))
                .collect(Collectors.toMap(Standing::addressId, Function.identity()));
    }

    @EventListener
    void changed(AddressesChanged changed) {
        dueNow(changed.siteId());
    }

    @EventListener
    void changed(LiveChanged changed) {
        dueNow(changed.siteId());
    }

    /** What visitors get by HTTPS has changed. */
    @EventListener
    void changed(CertificatesChanged changed) {
        String name = changed.secured().name();
        if (name.startsWith("*.")) {
            domains.holding(new HostName(name.substring(2)))
                    .ifPresent(domain -> addresses.under(domain.id()).stream()
                            .map(Address::siteId)
                            .distinct()
                            .forEach(this::dueNow));
        } else {
            addresses.at(name).stream().map(Address::siteId).distinct().forEach(this::dueNow);
        }
    }

    /** Makes all addresses of a site due for a look, for something has changed that may bear on them. */
    public void dueNow(String siteId) {
        var now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        db.sql("insert into address_check (address_id, next_look_at, state, since, changed_at, drifted, ladder, looks)"
                        + " select id, ?, 'NOT_YET', ?, ?, false, '[]', '[]' from site_address where site_id = ? and held_until is null"
                        + " on duplicate key update next_look_at = ?, changed_at = ?")
                .params(now, now, now, siteId, now, now)
                .update();
    }

    /** Looks at some addresses now, several at once. */
    public void look(Collection<String> addressIds) {
        Map<String, AddressCheck> before = repository.findByAddressIdIn(addressIds).stream()
                .collect(Collectors.toMap(c -> c.addressId, Function.identity()));
        List<Address> list = addresses.find(before.keySet());
        Map<HostName, CompletableFuture<Delegation>> delegations = new ConcurrentHashMap<>();
        for (int from = 0; from < list.size(); from += visits.inFlight()) {
            List<CompletableFuture<AddressProbe.Seeing>> seeing =
                    list.subList(from, Math.min(list.size(), from + visits.inFlight())).stream()
                            .map(address -> probe.see(address, past(before.get(address.id())), delegations))
                            .toList();
            List<AddressProbe.Seeing> seen =
                    seeing.stream().map(CompletableFuture::join).toList();
            seen.forEach(s -> mended(s, before.get(s.address().id())));
            transactions.executeWithoutResult(t -> {
                Map<String, AddressCheck> now =
                        repository
                                .findByAddressIdIn(
                                        seen.stream().map(s -> s.address().id()).toList())
                                .stream()
                                .collect(Collectors.toMap(c -> c.addressId, Function.identity()));
                seen.stream()
                        .filter(s -> now.containsKey(s.address().id()))
                        .forEach(s -> remember(
                                s,
                                before.get(s.address().id()),
                                now.get(s.address().id())));
            });
        }
        List<String> gone = new ArrayList<>(addressIds);
        list.forEach(a -> gone.remove(a.id()));
        if (!gone.isEmpty()) {
            // The row may have gone with its address.
            db.sql("delete from address_check where address_id in (:gone)")
                    .param("gone", gone)
                    .update();
        }
    }

    private List<Sighting> past(AddressCheck before) {
        return json.readValue(before.looks, LOOKS).stream()
                .map(KeptLook::toSighting)
                .toList();
    }

    private void remember(AddressProbe.Seeing seeing, AddressCheck before, AddressCheck check) {
        Instant now = clock.instant();
        Ladder.State state = seeing.ladder().state();
        boolean worse = check.state == Ladder.State.OK && state == Ladder.State.FAILED;
        if (check.state != state) {
            check.state = state;
            check.since = now;
        }
        check.drifted = state != Ladder.State.OK && (check.drifted || worse);
        check.askedAt = now;
        List<KeptStep> kept = json.readValue(check.ladder, STEPS);
        check.ladder = json.writeValueAsString(KeptStep.of(seeing.ladder(), kept, now));
        check.looks = json.writeValueAsString(seeing.looks());
        repository.save(check);
        repository.lookNext(
                check.addressId,
                now.plus(seeing.ladder().nextLook(Duration.between(check.changedAt, now), now)),
                before.nextLookAt);
        if (worse) {
            sites.find(seeing.address().siteId()).ifPresent(site -> note(site, seeing));
        }
    }

    /** Lets a certificate be tried again when what was in its way is done; before the rows of checks are locked. */
    private void mended(AddressProbe.Seeing seeing, AddressCheck before) {
        List<KeptStep> kept = json.readValue(before.ladder, STEPS);
        if (MENDING.stream()
                .anyMatch(kind -> done(kind, seeing.ladder().steps().stream())
                        && !done(kind, kept.stream().map(KeptStep::step)))) {
            https.mended(seeing.address().hostName());
        }
        if (!seeing.secure() && seeing.ladder().state() == Ladder.State.OK) {
            Address address = seeing.address();
            sites.find(address.siteId()).ifPresent(site -> httpsByDefault.reached(address, site.accountId()));
        }
    }

    private static boolean done(Ladder.Kind kind, Stream<Ladder.Step> steps) {
        return steps.anyMatch(step -> step.kind() == kind && step.state() == Ladder.State.OK);
    }

    private void note(Site site, AddressProbe.Seeing seeing) {
        String what = seeing.ladder()
                .hindrance()
                .map(s -> s.kind().words() + ": " + s.seen())
                .orElse("");
        activities.note(
                ActivityKind.ADDRESS_DRIFTED,
                site.id(),
                new Person("", site.accountId(), "", ""),
                seeing.address().shown() + " no longer works. " + what);
    }
}
