package evenharbor.app.overview.check;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.certificate.IssuanceCheck;
import evenharbor.app.where.certificate.Secured;
import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.where.domain.PublicAddresses;
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
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Sees how an address stands: asks name servers, visits it as visitors do, and asks whether it may have a certificate. */
@Component
class AddressProbe {

    private static final int MOST_LOOKS = 24;

    private final Domains domains;
    private final Dns dns;
    private final Visitor visitor;
    private final Certificates certificates;
    private final IssuanceCheck issuance;
    private final PublicAddresses lead;
    private final HarborProperties harbor;
    private final Clock clock;

    AddressProbe(
            Domains domains,
            Dns dns,
            Visitor visitor,
            Certificates certificates,
            IssuanceCheck issuance,
            PublicAddresses lead,
            HarborProperties harbor,
            Clock clock) {
        this.domains = domains;
        this.dns = dns;
        this.visitor = visitor;
        this.certificates = certificates;
        this.issuance = issuance;
        this.lead = lead;
        this.harbor = harbor;
        this.clock = clock;
    }

    /** What was seen. @param secure whether it has HTTPS, or is to have it @param looks what others may still remember */
    record Seeing(Address address, Ladder ladder, boolean secure, List<KeptLook> looks) {}

    /**
     * Sees how an address stands.
     *
     * @param past sightings that someone may still remember
     * @param delegations by apex, asked for once for many addresses
     */
    CompletableFuture<Seeing> see(
            Address address, List<Sighting> past, Map<HostName, CompletableFuture<Delegation>> delegations) {
        HostName host = new HostName(address.hostName());
        Optional<Domain> domain = Optional.ofNullable(address.domainId()).flatMap(domains::find);
        HostName apex = address.domainId() == null
                ? new HostName(harbor.nameEnding())
                : domain.map(Domain::name).orElse(host);
        return delegations
                .computeIfAbsent(apex, dns::delegation)
                .thenCompose(delegation -> dns.looks(host, delegation).thenCompose(looks -> {
                    List<String> numbers = numbers(address, domain, looks);
                    return visited(address, numbers).thenCombine(secure(address, host, numbers), (visit, secure) -> {
                        Ladder ladder = Ladder.of(
                                sight(address, host, apex, domain, delegation, looks, past, visit, secure),
                                clock.instant());
                        return new Seeing(address, ladder, secure.isPresent(), kept(past, looks));
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
                // What nobody asked for is no hindrance while it is not there.
                .filter(s -> s.life().wanted() && (s.chosen() || s.life().held().isPresent()));
        if (secured.isEmpty()) {
            return CompletableFuture.completedFuture(Optional.empty());
        }
        boolean sentOnMeant = secured.get().sendsOn() || secured.get().chosen();
        CompletableFuture<Optional<AddressSight.Visit>> sentOn = sentOnMeant
                ? visitor.sentOn(address, numbers).thenApply(Optional::of)
                : CompletableFuture.completedFuture(Optional.empty());
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
}
