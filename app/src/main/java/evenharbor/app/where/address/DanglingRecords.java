package evenharbor.app.where.address;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.where.domain.PublicAddresses;
import evenharbor.app.where.domain.Zones;
import evenharbor.app.who.access.Current;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Comparison;
import evenharbor.core.where.domain.Dangers;
import evenharbor.core.where.domain.Sighting;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Names and records that were left behind, so that someone else could answer at them. */
@RestController
class DanglingRecords {

    private final AddressRepository repository;
    private final Domains domains;
    private final Zones zones;
    private final Dns dns;
    private final PublicAddresses lead;
    private final HarborProperties harbor;

    DanglingRecords(
            AddressRepository repository,
            Domains domains,
            Zones zones,
            Dns dns,
            PublicAddresses lead,
            HarborProperties harbor) {
        this.repository = repository;
        this.domains = domains;
        this.zones = zones;
        this.dns = dns;
        this.lead = lead;
        this.harbor = harbor;
    }

    /** One danger: at which name, and what may happen. */
    record DangerView(String name, String sentence) {}

    @GetMapping("/api/domains/{id}/dangers")
    List<DangerView> dangers(@PathVariable String id) {
        Domain domain = domains.mine(id);
        if (!domain.proven()) {
            return List.of();
        }
        Set<String> claimed = new HashSet<>();
        repository.findByDomainIdAndHeldUntilIsNull(id).forEach(row -> claimed.add(row.host));
        domain.wildcardSite().ifPresent(site -> claimed.add("*." + domain.name().ascii()));
        return domain.hosted() ? inZone(domain, claimed) : bySight(domain, claimed);
    }

    private List<DangerView> inZone(Domain domain, Set<String> claimed) {
        Set<String> own = repository
                .findByAccountIdAndHeldUntilIsNull(Current.person().accountId())
                .stream()
                .map(row -> row.host)
                .collect(Collectors.toSet());
        return Dangers.in(zones.view(domain).zone(), lead.expected(), claimed, harbor.nameEnding(), own).stream()
                .map(d -> new DangerView(d.set().name(), d.sentence()))
                .toList();
    }

    /** In a zone that others keep, the usual names and those given up here are asked for. */
    private List<DangerView> bySight(Domain domain, Set<String> claimed) {
        Set<HostName> names = new TreeSet<>(Set.of(domain.name(), domain.name().below("www")));
        repository.findByDomainId(domain.id()).forEach(row -> names.add(new HostName(row.host)));
        names.removeIf(name -> claimed.contains(name.ascii()));
        Delegation delegation = dns.delegation(domain.name()).join();
        return names.stream()
                .filter(name -> dns.looks(name, delegation).join().stream()
                        .filter(Sighting::authoritative)
                        .anyMatch(look -> Comparison.of(lead.expected(), look.v4(), look.v6())
                                .kind()
                                .good()))
                .map(
                        name -> new DangerView(
                                name.in(domain.name()),
                                name.unicode()
                                        + " leads here with no site behind it. Take the record out where the domain is managed, or give the name a site."))
                .toList();
    }
}
