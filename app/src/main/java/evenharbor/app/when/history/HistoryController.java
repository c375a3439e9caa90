package evenharbor.app.when.history;

import evenharbor.app.what.site.Sites;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.history.FoundPages;
import evenharbor.core.when.history.PageStates;
import evenharbor.core.when.history.VersionFiles;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Looking back into versions, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class HistoryController {

    private static final int MOST_FOUND = 100;

    private final Sites sites;
    private final Sides sides;
    private final PageSearch search;
    private final BringBack bringBack;

    HistoryController(Sites sites, Sides sides, PageSearch search, BringBack bringBack) {
        this.sites = sites;
        this.sides = sides;
        this.search = search;
        this.bringBack = bringBack;
    }

    /**
     * A path at which the words were found.
     *
     * @param path the path
     * @param title the page's title
     * @param excerpt some words around those that were found
     * @param versions numbers of the versions that have them there, the earliest first
     * @param lastAt when the last of them was made; null when only the draft has them
     * @param inDraft whether the draft has them there, too
     * @param pathInDraft whether the draft has some page at the path
     */
    record FoundView(
            String path,
            String title,
            String excerpt,
            List<Integer> versions,
            @Schema(nullable = true) Instant lastAt,
            boolean inDraft,
            boolean pathInDraft) {}

    /** What was found, the best first; how many more there are; and how many versions were searched. */
    record SearchView(List<FoundView> found, int more, int versions) {}

    @GetMapping("/search")
    SearchView search(@PathVariable String siteId, @RequestParam String words) {
        sites.mine(siteId);
        List<VersionFiles> versions = sides.versions(siteId);
        Manifest draft = sides.draft(siteId);
        List<FoundPages.FoundPage> found = FoundPages.of(search.find(words, versions, draft), versions, draft);
        List<String> wanted = PageIndex.words(words);
        return new SearchView(
                found.stream().limit(MOST_FOUND).map(page -> view(page, wanted)).toList(),
                Math.max(0, found.size() - MOST_FOUND),
                versions.size());
    }

    private FoundView view(FoundPages.FoundPage page, List<String> wanted) {
        Optional<PageText> text = search.text(page.file());
        return new FoundView(
                page.path(),
                text.map(PageText::title).orElse(""),
                text.map(t -> t.excerpt(wanted)).orElse(""),
                page.versions(),
                page.versions().isEmpty() ? null : page.lastAt(),
                page.inDraft(),
                page.pathInDraft());
    }

    /**
     * One state of a page.
     *
     * @param there whether the page was there at all
     * @param first number of the first version that had it so
     * @param last number of the last one
     * @param from when the first one was made
     * @param until when the last one was made
     * @param size bytes
     * @param asDraft whether the draft has it so
     */
    record PageStateView(boolean there, int first, int last, Instant from, Instant until, long size, boolean asDraft) {}

    @GetMapping("/history")
    List<PageStateView> history(@PathVariable String siteId, @RequestParam String path) {
        sites.mine(siteId);
        String draft = sides.draft(siteId).at(path).map(FileEntry::hash).orElse("");
        return PageStates.of(path, sides.versions(siteId)).stream()
                .map(state -> new PageStateView(
                        state.file().isPresent(),
                        state.first(),
                        state.last(),
                        state.from(),
                        state.until(),
                        state.file().map(FileEntry::size).orElse(0L),
                        state.file().map(FileEntry::hash).orElse("").equals(draft)))
                .toList();
    }

    @GetMapping("/versions/{number}/return")
    BringBack.Coming foreseen(
            @PathVariable String siteId,
            @PathVariable int number,
            @RequestParam String path,
            @RequestParam(defaultValue = "false") boolean all) {
        return bringBack.foreseen(siteId, number, path, all);
    }

    /**
     * What is to be brought back.
     *
     * @param path a file, or a folder with a slash at its end
     * @param all whether files it loads that the draft has otherwise come, too
     */
    record ReturnForm(
            @NotBlank(message = "Say which page, file or folder.") @Size(max = 1024)
            String path,

            boolean all,
            long draftRevision) {}

    record Returned(long draftRevision) {}

    @PostMapping("/versions/{number}/return")
    Returned bringBack(@PathVariable String siteId, @PathVariable int number, @Valid @RequestBody ReturnForm form) {
        return new Returned(bringBack
                .carryOut(siteId, number, form.path(), form.all(), OptionalLong.of(form.draftRevision()))
                .revision());
    }
}
