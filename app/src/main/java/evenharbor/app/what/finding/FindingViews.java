package evenharbor.app.what.finding;

import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import evenharbor.core.what.finding.Fix;
import evenharbor.core.what.finding.SiteFindings;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The findings of a draft as the interface shows them: without the ignored, what is new first. */
@Component
class FindingViews {

    private static final int MOST = 1000;

    private final DraftFindings findings;
    private final IgnoredFindings ignored;

    FindingViews(DraftFindings findings, IgnoredFindings ignored) {
        this.findings = findings;
        this.ignored = ignored;
    }

    /**
     * A kind of finding.
     *
     * @param words what it is called
     * @param why why it matters
     * @param count how many there are, without the ignored
     * @param fresh how many of them came since the last publish
     * @param fixable how many of those listed a button fixes
     */
    record SiteFindingKindView(
            FindingKind kind, FindingKind.Weight weight, String words, String why, int count, int fresh, int fixable) {}

    /**
     * A finding.
     *
     * @param path the file; empty for the site as a whole
     * @param line the first line it stands in; 0 where there is none
     * @param subject what it is about, as it stands there
     * @param detail what was seen; may be empty
     * @param fresh whether it came since the last publish
     * @param fix what a button does about it; null when a person has to decide
     */
    record SiteFindingView(
            String id,
            FindingKind kind,
            String path,
            int line,
            String subject,
            String detail,
            boolean fresh,
            @Schema(nullable = true) String fix) {}

    /** Something ignored. @param wholeKind whether it is all of its kind */
    record IgnoredFindingView(
            String id, FindingKind kind, String words, boolean wholeKind, String path, String subject, String reason) {}

    /**
     * The findings of a draft.
     *
     * @param ready false while pages are read for the first time: ask again
     * @param read how many files were read by now
     * @param of how many there are to be read
     * @param revision of the draft that was judged
     * @param published whether anything was published, so that what is new can be told
     * @param findings what came since the last publish first, then what breaks first
     * @param more how many there are besides those listed
     * @param unread pages of which nothing is known: no UTF-8, or too large
     */
    record SiteFindingsView(
            boolean ready,
            int read,
            int of,
            long revision,
            boolean published,
            List<SiteFindingKindView> kinds,
            List<SiteFindingView> findings,
            int more,
            List<String> unread,
            List<IgnoredFindingView> ignored) {}

    /** @param only of one kind; null for all @param path of one file; empty for all */
    SiteFindingsView of(String siteId, FindingKind only, String path) {
        DraftFindings.Asked asked = findings.of(siteId);
        Map<String, IgnoredFindings.Ignored> quiet = ignored.of(siteId);
        List<IgnoredFindingView> quietViews = quiet.values().stream()
                .sorted(Comparator.comparing((IgnoredFindings.Ignored i) -> !i.wholeKind())
                        .thenComparing(IgnoredFindings.Ignored::kind)
                        .thenComparing(IgnoredFindings.Ignored::path))
                .map(i -> new IgnoredFindingView(
                        i.id(), i.kind(), i.kind().words(), i.wholeKind(), i.path(), i.subject(), i.reason()))
                .toList();
        if (asked.findings().isEmpty()) {
            return new SiteFindingsView(
                    false,
                    asked.reading().read(),
                    asked.reading().of(),
                    asked.draft().revision(),
                    false,
                    List.of(),
                    List.of(),
                    0,
                    List.of(),
                    quietViews);
        }
        SiteFindings now = asked.findings().get();
        Set<Finding.Key> before = asked.published()
                .map(live -> live.all().stream().map(Finding::key).collect(Collectors.toSet()))
                .orElse(Set.of());
        boolean published = asked.published().isPresent();
        Map<FindingKind, List<Finding>> byKind = new EnumMap<>(FindingKind.class);
        List<Finding> fresh = new ArrayList<>();
        List<Finding> known = new ArrayList<>();
        for (Finding finding : now.all()) {
            if (quiet.containsKey(FindingIds.of(finding.kind())) || quiet.containsKey(FindingIds.of(finding))) {
                continue;
            }
            byKind.computeIfAbsent(finding.kind(), k -> new ArrayList<>()).add(finding);
            if ((only == null || only == finding.kind()) && (path.isEmpty() || path.equals(finding.path()))) {
                (published && !before.contains(finding.key()) ? fresh : known).add(finding);
            }
        }
        int wanted = fresh.size() + known.size();
        List<SiteFindingView> listed = new ArrayList<>();
        fresh.stream().limit(MOST).forEach(finding -> listed.add(view(now, finding, true)));
        known.stream().limit(MOST - listed.size()).forEach(finding -> listed.add(view(now, finding, false)));
        Map<FindingKind, Long> fixable = listed.stream()
                .filter(each -> each.fix() != null)
                .collect(Collectors.groupingBy(SiteFindingView::kind, Collectors.counting()));
        List<SiteFindingKindView> kinds = byKind.entrySet().stream()
                .map(each -> new SiteFindingKindView(
                        each.getKey(),
                        each.getKey().weight(),
                        each.getKey().words(),
                        each.getKey().why(),
                        each.getValue().size(),
                        (int) each.getValue().stream()
                                .filter(finding -> published && !before.contains(finding.key()))
                                .count(),
                        fixable.getOrDefault(each.getKey(), 0L).intValue()))
                .toList();
        return new SiteFindingsView(
                true,
                asked.reading().of(),
                asked.reading().of(),
                asked.draft().revision(),
                published,
                kinds,
                listed,
                wanted - listed.size(),
                now.unread(),
                quietViews);
    }

    private static SiteFindingView view(SiteFindings now, Finding finding, boolean fresh) {
        return new SiteFindingView(
                FindingIds.of(finding),
                finding.kind(),
                finding.path(),
                finding.line(),
                finding.subject(),
                finding.detail(),
                fresh,
                now.fix(finding).map(Fix::label).orElse(null));
    }
}
