package evenharbor.app.where.certificate;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.where.domain.PublicAddresses;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.PublicNames;
import evenharbor.core.where.domain.Sighting;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.springframework.stereotype.Component;

/** Whether a certificate may be had for a name, looked at before an authority is asked, so that no order is wasted. */
@Component
public class IssuanceCheck {

    private final Domains domains;
    private final Dns dns;
    private final PublicAddresses lead;
    private final AuthorityProperties properties;
    private final HarborProperties harbor;
    private final Clock clock;

    IssuanceCheck(
            Domains domains,
            Dns dns,
            PublicAddresses lead,
            AuthorityProperties properties,
            HarborProperties harbor,
            Clock clock) {
        this.domains = domains;
        this.dns = dns;
        this.lead = lead;
        this.properties = properties;
        this.harbor = harbor;
        this.clock = clock;
    }

    /** Whether our authority may issue for the name: by what kind of name it is, and by its CAA records. */
    public CompletableFuture<CaaRules.Verdict> permission(HostName host, boolean wildcard) {
        // In practice the authority is a stand-in, and issues for names within.
        if (!harbor.practice() && !PublicNames.contains(host)) {
            return CompletableFuture.completedFuture(
                    new CaaRules.Verdict(false, "the name is set aside for use within, so no authority issues for it"));
        }
        return dns.caa(host, apex(host)).thenApply(set -> CaaRules.judge(set, properties.caa(), wildcard));
    }

    private HostName apex(HostName host) {
        return domains.holding(host).map(Domain::name).orElse(new HostName(harbor.nameEnding()));
    }

    /** What stands in the way of an order; empty when nothing does. */
    Optional<Hindrance> hindrance(String name) {
        boolean wildcard = name.startsWith("*.");
        HostName host = new HostName(wildcard ? name.substring(2) : name);
        if (!wildcard) {
            List<Sighting> own =
                    dns.delegation(apex(host)).thenCompose(delegation -> dns.looks(host, delegation)).join().stream()
                            .filter(Sighting::authoritative)
                            .toList();
            boolean leads = !own.isEmpty() && own.stream().allMatch(look -> look.leadsHere(lead.expected()));
            if (!leads) {
                return met(Hindrance.Kind.NOT_REACHED, "Its records do not lead here as yet.");
            }
        }
        CaaRules.Verdict verdict = permission(host, wildcard).join();
        return verdict.permitted()
                ? Optional.empty()
                : met(Hindrance.Kind.CAA, "The authority may not issue: " + verdict.sentence() + ".");
    }

    private Optional<Hindrance> met(Hindrance.Kind kind, String sentence) {
        return Optional.of(new Hindrance(kind, sentence, Optional.empty(), clock.instant()));
    }
}
