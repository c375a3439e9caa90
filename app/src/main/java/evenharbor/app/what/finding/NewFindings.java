package evenharbor.app.what.finding;

import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.SiteFindings;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What a draft has that what was published last had not. */
@Service
public class NewFindings {

    private final DraftFindings findings;
    private final IgnoredFindings ignored;

    NewFindings(DraftFindings findings, IgnoredFindings ignored) {
        this.findings = findings;
        this.ignored = ignored;
    }

    /**
     * Those of a site of the current person's that nobody ignores; all of them where nothing was published yet.
     *
     * @return empty while pages are still read: ask again
     */
    public Optional<List<Finding>> of(String siteId) {
        DraftFindings.Asked asked = findings.of(siteId);
        Set<Finding.Key> before = asked.published().map(NewFindings::keys).orElse(Set.of());
        Map<String, IgnoredFindings.Ignored> quiet = ignored.of(siteId);
        return asked.findings()
                .map(now -> now.all().stream()
                        .filter(finding -> !before.contains(finding.key()))
                        .filter(finding -> !quiet.containsKey(FindingIds.of(finding.kind()))
                                && !quiet.containsKey(FindingIds.of(finding)))
                        .toList());
    }

    private static Set<Finding.Key> keys(SiteFindings findings) {
        return findings.all().stream().map(Finding::key).collect(Collectors.toSet());
    }
}
