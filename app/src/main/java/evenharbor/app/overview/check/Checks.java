package evenharbor.app.overview.check;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.AddressesChanged;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.certificate.CertificatesChanged;
import evenharbor.app.where.certificate.IssuanceCheck;
import evenharbor.app.where.certificate.Secured;
import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.where.domain.PublicAddresses;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.AddressSight;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Ladder;
import evenharbor.core.where.address.SecureSight;
import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.domain.DomainLife;
import evenharbor.core.where.domain.Forecast;
import evenharbor.core.where.domain.RecordSet;
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

    private static final int MOST_LOOKS = 24;

    /** Steps that, once done, let an authority issue that could not before. */
    private static final List<Ladder.Kind> MENDING = List.of(Ladder.Kind.LEADS_HERE, Ladder.Kind.CERTIFIABLE);

    private static final TypeReference<List<KeptStep>> STEPS = new TypeReference<>() {};
    private static final TypeReference<List<KeptLook>> LOOKS = new TypeReference<>() {};

    private final AddressCheckRepository repository;
    private final Addresses addresses;
    private final Domains domains;
    private final Sites sites;
    private final Dns dns;
    private final Visitor visitor;
    private final Certificates certificates;
    private final IssuanceCheck issuance;
    private final PublicAddresses lead;
    private final HarborProperties harbor;
    private final VisitProperties visits;
    private final Activities activities;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;

    Checks(
            AddressCheckRepository repository,
            Addresses addresses,
            Domains domains,
            Sites sites,
            Dns dns,
            Visitor visitor,
            Certificates certificates,
            IssuanceCheck issuance,
            PublicAddresses lead,
            HarborProperties harbor,
            VisitProperties visits,
            Activities activities,
            JdbcClient db,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.repository = repository;
        this.addresses = addresses;
        this.domains = domains;
        this.sites = sites;
        this.dns = dns;
        this.visitor = visitor;
        this.certificates = certificates;
        this.issuance = issuance;
        this.lead = lead;
        this.harbor = harbor;
        this.visits = visits;
        this.activities = activities;
        this.db = db;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
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
        return repository.findByAddressIdIn(addressIds).stream()
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
            List<CompletableFuture<Seeing>> seeing =
                    list.subList(from, Math.min(list.size(), from + visits.inFlight())).stream()
                            .map(address -> see(address, before.get(address.id()), delegations))
                            .toList();
            List<Seeing> seen = seeing.stream().map(CompletableFuture::join).toList();
            seen.forEach(s -> mended(s, before.get(s.address().id())));
            transactions.executeWithoutResult(
                    t -> seen.forEach(s -> remember(s, before.get(s.address().id()))));
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

    private record Seeing(Address address, Ladder ladder, List<KeptLook> looks) {}

    private CompletableFuture<Seeing> see(
            Address address, AddressCheck before, Map<HostName, CompletableFuture<Delegation>> delegations) {
        HostName host = new HostName(address.hostName());
        Optional<Domain> domain = Optional.ofNullable(address.domainId()).flatMap(domains::find);
        HostName apex = address.domainId() == null
                ? new HostName(harbor.nameEnding())
                : domain.map(Domain::name).orElse(host);
        List<Sighting> past = json.readValue(before.looks, LOOKS).stream()
                .map(KeptLook::toSighting)
                .toList();
        return delegations
                .computeIfAbsent(apex, dns::delegation)
                .thenCompose(delegation -> dns.looks(host, delegation).thenCompose(looks -> {
                    List<String> numbers = numbers(address, domain, looks);
                    return visited(address, numbers).thenCombine(secure(address, host, numbers), (visit, secure) -> {
                        Ladder ladder = Ladder.of(
                                sight(address, host, apex, domain, delegation, looks, past, visit, secure),
                                clock.instant());
                        return new Seeing(address, ladder, kept(past, looks));
                    });
                }));
    }

    /** The numbers that visitors are led to and that may be visited: none while the name is not certain to be ours. */
    private List<String> numbers(Address address, Optional<Domain> domain, List<Sighting> looks) {
        boolean ours = address.domainId() == null || domain.map(Domain::proven).orElse(false);
        return !ours
                ? List.of()
                : looks.stream()
                        .filter(l -> l.leadsHere(lead.expected()))
                        .flatMap(l -> Stream.of(l.v4(), l.v6()))
                        .flatMap(s -> s.data().stream())
                        .distinct()
                        .toList();
    }

    private CompletableFuture<AddressSight.Visit> visited(Address address, List<String> numbers) {
        return numbers.isEmpty()
                ? CompletableFuture.completedFuture(AddressSight.Visit.NONE)
                : visitor.visit(address, numbers);
    }

    private CompletableFuture<Optional<SecureSight>> secure(Address address, HostName host, List<String> numbers) {
        Optional<Secured> secured = Optional.ofNullable(
                        certificates.of(List.of(host.ascii())).get(host.ascii()))
                .filter(s -> s.life().wanted());
        if (secured.isEmpty()) {
            return CompletableFuture.completedFuture(Optional.empty());
        }
        CompletableFuture<AddressSight.Visit> sentOn = visitor.sentOn(address, numbers);
        CompletableFuture<CaaRules.Verdict> permission =
                issuance.permission(host, secured.get().name().startsWith("*."));
        return visitor.handshake(address, numbers)
                .thenCombine(
                        sentOn,
                        (met, sent) -> permission.thenApply(verdict ->
                                Optional.of(new SecureSight(secured.get().life(), verdict, met, sent))))
                .thenCompose(Function.identity());
    }

    private AddressSight sight(
            Address address,
            HostName host,
            HostName apex,
            Optional<Domain> domain,
            Delegation delegation,
            List<Sighting> looks,
            List<Sighting> past,
            AddressSight.Visit visit,
            Optional<SecureSight> secure) {
        AddressSight.Hold hold = address.domainId() == null
                ? AddressSight.Hold.HARBOR
                : domain.isEmpty() || domain.get().life().stage() == DomainLife.Stage.ENDED
                        ? AddressSight.Hold.LOST
                        : domain.get().proven() ? AddressSight.Hold.PROVEN : AddressSight.Hold.UNPROVEN;
        Optional<RecordSet> proof = domain.filter(d -> d.source() == Domain.Source.BROUGHT)
                .map(d -> d.proof().record(lead.ttl()));
        return new AddressSight(
                host,
                apex,
                hold,
                proof,
                delegation.seen(),
                lead.expected(),
                // Names in full, as they are copied elsewhere.
                lead.need(host.ascii()).sets(!host.equals(apex)),
                domain.map(Domain::hosted).orElse(false),
                looks,
                past,
                visit,
                secure);
    }

    /** The sightings that are not right and whose answers may still be kept by someone. */
    private List<KeptLook> kept(List<Sighting> past, List<Sighting> looks) {
        List<Sighting> all = Stream.concat(looks.stream(), past.stream()).toList();
        return Forecast.lingering(lead.expected(), all, clock.instant()).stream()
                .limit(MOST_LOOKS)
                .map(KeptLook::of)
                .toList();
    }

    private void remember(Seeing seeing, AddressCheck before) {
        Instant now = clock.instant();
        AddressCheck check = repository.findById(seeing.address().id()).orElse(null);
        if (check == null) {
            return;
        }
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
    private void mended(Seeing seeing, AddressCheck before) {
        List<KeptStep> kept = json.readValue(before.ladder, STEPS);
        if (MENDING.stream()
                .anyMatch(kind -> done(kind, seeing.ladder().steps().stream())
                        && !done(kind, kept.stream().map(KeptStep::step)))) {
            certificates.mended(seeing.address().hostName());
        }
    }

    private static boolean done(Ladder.Kind kind, Stream<Ladder.Step> steps) {
        return steps.anyMatch(step -> step.kind() == kind && step.state() == Ladder.State.OK);
    }

    private void note(Site site, Seeing seeing) {
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
