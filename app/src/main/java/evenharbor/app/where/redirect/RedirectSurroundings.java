package evenharbor.app.where.redirect;

import evenharbor.app.what.finding.SiteSurroundings;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.what.finding.Surroundings;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.visit.LikelyPages;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Tells those who judge pages of a site's names and redirects. */
@Component
class RedirectSurroundings implements SiteSurroundings {

    private final RedirectFacts facts;
    private final RedirectSets sets;
    private final RedirectContents contents;
    private final Addresses addresses;
    private final Clock clock;

    RedirectSurroundings(
            RedirectFacts facts, RedirectSets sets, RedirectContents contents, Addresses addresses, Clock clock) {
        this.facts = facts;
        this.sets = sets;
        this.contents = contents;
        this.addresses = addresses;
        this.clock = clock;
    }

    @Override
    public Around of(String siteId, String manifest) {
        Set<String> hosts = new TreeSet<>(facts.hosts(siteId));
        String rules = sets.now(siteId);
        Redirects redirects = contents.get(rules);
        String main = addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .map(address -> address.hostName())
                .findFirst()
                .orElse("");
        return new Around(
                rules + " " + hosts + " " + main,
                new Surroundings(
                        main,
                        hosts,
                        path -> redirects
                                .at(path, "", clock.instant().getEpochSecond())
                                .filter(match -> match.rule().status() != RedirectStatus.GONE)
                                .map(match -> match.location()),
                        path -> likely(manifest, path)));
    }

    private Optional<String> likely(String manifest, String path) {
        return facts.likely(manifest).to(path, 1).stream()
                .map(LikelyPages.Likely::path)
                .findFirst();
    }
}
