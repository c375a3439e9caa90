package evenharbor.app.overview.moving;

import evenharbor.app.hosting.cost.Costs;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.overview.message.Receivers;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.core.hosting.cost.Cost;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Everything of an account, read at one moment. The same account gives the same. */
@Service
class AccountExport {

    private final Sites sites;
    private final Hosts hosts;
    private final Costs costs;
    private final Receivers receivers;
    private final People people;
    private final Memberships memberships;
    private final SiteExport siteExport;

    AccountExport(
            Sites sites,
            Hosts hosts,
            Costs costs,
            Receivers receivers,
            People people,
            Memberships memberships,
            SiteExport siteExport) {
        this.sites = sites;
        this.hosts = hosts;
        this.costs = costs;
        this.receivers = receivers;
        this.people = people;
        this.memberships = memberships;
        this.siteExport = siteExport;
    }

    /** What is written, read at one moment. @param contents hashes of all contents that it names */
    record Taken(Archive.Index index, List<Archive.SiteFile> sites, Set<String> contents) {}

    /** Reads everything of the current person's account. */
    @Transactional(readOnly = true)
    public Taken read() {
        Set<String> contents = new TreeSet<>();
        List<Archive.SiteFile> all = new ArrayList<>();
        Map<String, String> names = new LinkedHashMap<>();
        for (Site site : sites.mine()) {
            all.add(siteExport.read(site, contents));
            names.put(site.id(), "sites/%03d.json".formatted(all.size()));
        }
        String account = Current.person().accountId();
        Archive.Index index = new Archive.Index(
                Archive.FORMAT,
                Archive.VERSION,
                people.accountName(account),
                List.copyOf(names.values()),
                hosts.mine().stream()
                        .map(host -> new Archive.HostFile(
                                host.name(),
                                host.protocol().name(),
                                host.server(),
                                host.port(),
                                host.user(),
                                host.folder(),
                                host.url()))
                        .toList(),
                memberships.ofAccount(account).entrySet().stream()
                        .flatMap(member -> people.find(member.getKey()).stream()
                                .map(person -> new Archive.PersonFile(
                                        person.name(),
                                        person.email(),
                                        member.getValue().all().map(Enum::name).orElse(null))))
                        .toList(),
                costs.mine().stream()
                        .filter(kept -> !kept.id().isEmpty())
                        .map(kept -> cost(kept.cost(), names))
                        .toList(),
                receivers.mine().stream()
                        .map(each -> new Archive.ReceiverFile(
                                each.name(),
                                each.url(),
                                each.kinds().stream().map(Enum::name).sorted().toList(),
                                each.siteId().map(names::get).orElse(null)))
                        .toList());
        return new Taken(index, List.copyOf(all), contents);
    }

    private static Archive.CostFile cost(Cost cost, Map<String, String> names) {
        return new Archive.CostFile(
                cost.what(),
                cost.siteId().map(names::get).orElse(null),
                cost.currency(),
                cost.paid().name(),
                cost.price(),
                cost.firstYear().orElse(null),
                cost.discount(),
                cost.discountUntil().orElse(null),
                cost.yearlyOffer().orElse(null),
                cost.since(),
                cost.ends().orElse(null));
    }
}
