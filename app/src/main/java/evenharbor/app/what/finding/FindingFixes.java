package evenharbor.app.what.finding;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.Fix;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Removes findings from a draft, where that can be computed: all that is asked for as one change, which can be undone. */
@Service
class FindingFixes {

    private final DraftFindings findings;
    private final Drafts drafts;
    private final Manifests manifests;
    private final Blobs blobs;

    FindingFixes(DraftFindings findings, Drafts drafts, Manifests manifests, Blobs blobs) {
        this.findings = findings;
        this.drafts = drafts;
        this.manifests = manifests;
        this.blobs = blobs;
    }

    /**
     * Fixes some findings.
     *
     * @param ids of findings
     * @param expected the revision of the draft that the person saw; empty for the draft as it is
     */
    Draft fix(String siteId, Set<String> ids, OptionalLong expected) {
        drafts.check(siteId, expected);
        DraftFindings.Asked asked = findings.of(siteId);
        SiteFindings now = asked.findings()
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_READY, "The pages are still being read. Nothing was changed. Try again soon."));
        List<Finding> wanted = now.all().stream()
                .filter(finding -> ids.contains(FindingIds.of(finding)))
                .toList();
        Map<String, List<Fix>> fixes = wanted.stream()
                .flatMap(finding -> now.fix(finding).stream())
                .collect(Collectors.groupingBy(Fix::path, TreeMap::new, Collectors.toList()));
        if (fixes.isEmpty()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "None of these is there any more, or a person has to decide. Nothing was changed.");
        }
        Map<String, FileEntry> files = new TreeMap<>();
        fixes.replaceAll((path, each) -> Fix.together(each));
        fixes.forEach((path, each) -> files.put(path, fixed(now, path, each)));
        int done = fixes.values().stream().mapToInt(List::size).sum();
        String what = done == 1
                ? fixes.values().stream()
                        .flatMap(List::stream)
                        .map(fix -> "fixed " + fix.path() + ": " + fix.label())
                        .findFirst()
                        .orElseThrow()
                : "fixed " + done + " findings";
        return drafts.change(
                siteId,
                OptionalLong.of(asked.draft().revision()),
                what,
                before -> before.with(all -> all.putAll(files)));
    }

    private FileEntry fixed(SiteFindings now, String path, List<Fix> fixes) {
        String before = now.files().at(path).flatMap(manifests::text).orElse("");
        byte[] bytes = Fix.applied(before, fixes).getBytes(StandardCharsets.UTF_8);
        try {
            FileEntry entry = FileEntries.of(path, blobs.put(bytes), bytes);
            blobs.settle();
            return entry;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
