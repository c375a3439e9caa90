package evenharbor.app.what.replace;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.replace.Hit;
import evenharbor.core.what.replace.Search;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Finding and replacing over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class ReplacementController {

    private static final int MOST = 2000;

    private final Replacements replacements;
    private final Drafts drafts;

    ReplacementController(Replacements replacements, Drafts drafts) {
        this.replacements = replacements;
        this.drafts = drafts;
    }

    /**
     * What is looked for.
     *
     * @param everywhere whether in styles, scripts and drawings, too
     */
    record WordQuery(
            @NotNull(message = "Type what to find.") @Size(max = 500, message = "Use at most 500 characters.")
            String find,

            boolean matchCase,
            boolean wholeWords,
            boolean everywhere) {

        private Search search() {
            return Search.of(find, matchCase, wholeWords)
                    .orElseThrow(() -> Problem.field("find", "Type what to find."));
        }
    }

    /** A place where it stands. @param id what leaving it out names @param replaceable false where tags stand in its midst */
    record WordHitView(
            String id,
            String path,
            int line,
            Hit.Where where,
            boolean replaceable,
            String before,
            String found,
            String after) {}

    /** @param revision of the draft @param hits the first of them @param all how many there are @param files in how many files */
    record WordHitsView(long revision, List<WordHitView> hits, int all, int files) {}

    @PostMapping("/word-searches")
    WordHitsView find(@PathVariable String siteId, @Valid @RequestBody WordQuery query) {
        Draft draft = drafts.of(siteId);
        Map<String, List<Hit>> found = replacements.find(drafts.files(draft), query.search(), query.everywhere());
        List<WordHitView> hits = new ArrayList<>();
        found.forEach((path, each) -> each.forEach(hit -> hits.add(new WordHitView(
                id(path, hit.start()),
                path,
                hit.line(),
                hit.where(),
                hit.replaceable(),
                hit.before(),
                hit.found(),
                hit.after()))));
        return new WordHitsView(
                draft.revision(), List.copyOf(hits.subList(0, Math.min(MOST, hits.size()))), hits.size(), found.size());
    }

    private static String id(String path, int start) {
        return start + " " + path;
    }

    /** A replacement. @param with what comes in the place @param leaveOut ids of hits that stay as they are */
    record WordReplacement(
            @Valid @NotNull(message = "Say what to find.") WordQuery query,

            @NotNull(message = "Type what comes in its place.")
            @Size(max = 5000, message = "Use at most 5,000 characters.")
            String with,

            @NotNull(message = "List what stays, or nothing.") @Size(max = 2000, message = "Leave out at most 2,000.")
            Set<@NotNull String> leaveOut) {}

    /** @param what what was done */
    record WordsReplacedView(long revision, String what) {}

    @PostMapping("/word-replacements")
    ResponseEntity<WordsReplacedView> replace(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody WordReplacement form) {
        Draft draft = replacements.replace(
                siteId,
                IfMatch.revision(ifMatch),
                form.query().search(),
                form.query().everywhere(),
                form.with(),
                (path, start) -> !form.leaveOut().contains(id(path, start)));
        return ResponseEntity.ok()
                .eTag(IfMatch.tag(draft.revision()))
                .body(new WordsReplacedView(draft.revision(), draft.what()));
    }
}
