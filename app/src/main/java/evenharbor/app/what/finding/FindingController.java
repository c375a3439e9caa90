package evenharbor.app.what.finding;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import evenharbor.core.what.finding.SiteFindings;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is not right with a draft, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/findings")
class FindingController {

    private final DraftFindings findings;
    private final FindingViews views;
    private final FindingFixes fixes;
    private final IgnoredFindings ignored;
    private final Sites sites;

    FindingController(
            DraftFindings findings, FindingViews views, FindingFixes fixes, IgnoredFindings ignored, Sites sites) {
        this.findings = findings;
        this.views = views;
        this.fixes = fixes;
        this.ignored = ignored;
        this.sites = sites;
    }

    /** How heavy a page is at the first visit. */
    record PageWeightView(String path, long bytes, int requests) {}

    /** @param kind of one kind only @param path of one file only */
    @GetMapping
    FindingViews.SiteFindingsView of(
            @PathVariable String siteId,
            @RequestParam(required = false) FindingKind kind,
            @RequestParam(defaultValue = "") String path) {
        return views.of(siteId, kind, path);
    }

    /** Findings to fix. @param ids of findings */
    record FindingFixForm(
            @NotEmpty(message = "Say which findings to fix.") @Size(max = 1000, message = "At most 1,000 at once.")
            Set<@NotNull String> ids) {}

    /** What came of fixing. @param revision of the draft now @param what what was done */
    record FindingsFixedView(long revision, String what) {}

    @PostMapping("/fixes")
    ResponseEntity<FindingsFixedView> fix(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody FindingFixForm form) {
        Draft draft = fixes.fix(siteId, form.ids(), IfMatch.revision(ifMatch));
        return ResponseEntity.ok()
                .eTag(IfMatch.tag(draft.revision()))
                .body(new FindingsFixedView(draft.revision(), draft.what()));
    }

    /**
     * What is to be ignored, or listed again.
     *
     * @param id of a finding, or of something ignored; null for a whole kind
     * @param kind a whole kind; null for one finding
     * @param reason why, in words of the person
     */
    record FindingIgnoreForm(
            @Schema(nullable = true) String id,
            @Schema(nullable = true) FindingKind kind,
            boolean ignored,

            @NotNull(message = "Say why, or leave it empty.") @Size(max = 500, message = "Use at most 500 characters.")
            String reason) {}

    @PutMapping("/ignored")
    FindingViews.SiteFindingsView ignore(@PathVariable String siteId, @Valid @RequestBody FindingIgnoreForm form) {
        sites.mine(siteId);
        if (!form.ignored()) {
            String id = form.kind() == null ? String.valueOf(form.id()) : FindingIds.of(form.kind());
            if (!ignored.listAgain(siteId, id)) {
                throw Problem.notFound("Among the ignored, this");
            }
        } else if (form.kind() != null) {
            ignored.ignore(siteId, form.kind(), form.reason());
        } else {
            Finding finding = findings.of(siteId)
                    .findings()
                    .flatMap(now -> now.all().stream()
                            .filter(each -> FindingIds.of(each).equals(form.id()))
                            .findFirst())
                    .orElseThrow(() -> Problem.notFound("This finding"));
            ignored.ignore(siteId, finding, form.reason());
        }
        return views.of(siteId, null, "");
    }

    /** The pages with what comes with them, the heaviest first. */
    @GetMapping("/weights")
    List<PageWeightView> weights(@PathVariable String siteId) {
        return findings.of(siteId).findings().map(SiteFindings::weights).orElse(List.of()).stream()
                .map(each -> new PageWeightView(each.path(), each.bytes(), each.requests()))
                .toList();
    }
}
