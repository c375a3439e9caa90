package evenharbor.app.where.domain;

import evenharbor.app.where.dns.ZoneServer;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import evenharbor.core.where.domain.ZoneNeeds;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Keeps in the zones we host what addresses and challenges need there, beside what people write. */
@Component
public class ZoneKeeping {

    private static final Logger LOG = LoggerFactory.getLogger(ZoneKeeping.class);

    /** How long texts that are shown for a while are kept by others, in seconds. */
    public static final long SHORT_TTL = 60;

    private final ZoneCopies copies;
    private final ZoneServer server;
    private final ObjectProvider<AddressNeeds> needs;
    private final PublicAddresses lead;

    ZoneKeeping(ZoneCopies copies, ZoneServer server, ObjectProvider<AddressNeeds> needs, PublicAddresses lead) {
        this.copies = copies;
        this.server = server;
        this.needs = needs;
        this.lead = lead;
    }

    /** A zone with what addresses need put into it. */
    ZoneNeeds merged(Domain domain, ZoneCopy copy) {
        return ZoneNeeds.merge(copy.zone(domain), copy.ours(), needs(domain), copy.yielding());
    }

    /** Whether a domain's zone is kept here. */
    static boolean hosts(Domain domain) {
        return domain.hosted() && domain.proven();
    }

    /** Sets up the zone of a domain that never had a record here: there is nothing to lose in it. */
    private void setUp(Domain domain) throws ZoneServer.Refusal {
        boolean fresh = copies.find(domain)
                .map(copy -> copy.zone(domain).sets().isEmpty())
                .orElse(true);
        if (fresh && copies.transferred(domain).isEmpty()) {
            server.create(domain.name());
        }
    }

    private List<ZoneNeeds.Need> needs(Domain domain) {
        Set<String> hosts = new LinkedHashSet<>();
        needs.orderedStream().forEach(n -> hosts.addAll(n.hosts(domain)));
        if (domain.wildcardSite().isPresent()) {
            hosts.add("*." + domain.name().ascii());
        }
        return hosts.stream()
                .sorted()
                .map(host -> lead.need(new HostName(host).in(domain.name())))
                .toList();
    }

    /** Writes what addresses need. Does nothing when it is all there. */
    void bringUpToDate(Domain domain) throws ZoneServer.Refusal {
        if (!hosts(domain)) {
            return;
        }
        setUp(domain);
        ZoneCopy copy = copies.refresh(domain);
        Zone now = copy.zone(domain);
        ZoneNeeds merged = merged(domain, copy);
        ZoneDifference difference = ZoneDifference.between(now, merged.zone());
        if (!difference.none()) {
            server.change(domain.name(), difference);
            copies.remember(domain, now, merged.zone(), merged.ours(), Optional.empty());
            LOG.info(
                    "The zone {} was brought up to date: {} record sets",
                    domain.name(),
                    difference.steps().size());
        } else if (!merged.ours().equals(copy.ours())) {
            copies.remember(domain, now, now, merged.ours(), Optional.empty());
        }
    }

    /** Shows texts at a name of the zone for a while, in place of those shown there before; none takes them away. */
    public void showText(Domain domain, String name, List<String> texts) throws ZoneServer.Refusal {
        Zones.hosted(domain);
        ZoneCopy copy = copies.refresh(domain);
        Zone now = copy.zone(domain);
        Zone then = now.withTexts(name, SHORT_TTL, texts);
        ZoneDifference difference = ZoneDifference.between(now, then);
        if (!difference.none()) {
            server.change(domain.name(), difference);
            copies.remember(domain, now, then, copy.ours(), Optional.empty());
        }
    }
}
