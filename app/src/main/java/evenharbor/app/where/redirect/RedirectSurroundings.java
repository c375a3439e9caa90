package evenharbor.app.where.redirect;

import evenharbor.app.what.finding.SiteSurroundings;
import evenharbor.core.what.finding.Surroundings;
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
    private final Clock clock;

    RedirectSurroundings(RedirectFacts facts, RedirectSets sets, RedirectContents contents, Clock clock) {
        this.facts = facts;
        this.sets = sets;
        this.contents = contents;
        this.clock = clock;
    }

    @Override
    public Around of(String siteId, String manifest) {
        Set<String> hosts = new TreeSet<>(facts.hosts(siteId));
        String rules = sets.now(siteId);
        Redirects redirects = contents.get(rules);
        return new Around(
                rules + " " + hosts,
                new Surroundings(
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
