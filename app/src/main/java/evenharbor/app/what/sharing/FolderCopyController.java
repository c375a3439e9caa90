package evenharbor.app.what.sharing;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.draft.DraftViews;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Taking a folder over from the draft of another site, over HTTP: files that lie at the same paths are replaced, and what is set
 * about its pages comes along.
 */
@RestController
@RequestMapping("/api/sites/{siteId}/draft/folder-copies")
class FolderCopyController {

    private final Drafts drafts;
    private final DraftViews views;
    private final DraftSettings settings;
    private final Sites sites;

    FolderCopyController(Drafts drafts, DraftViews views, DraftSettings settings, Sites sites) {
        this.drafts = drafts;
        this.views = views;
        this.settings = settings;
        this.sites = sites;
    }

    /** @param fromSite id of the other site @param folder with a slash at its end; empty for all files */
    record FolderCopy(
            @NotNull(message = "Say from which site.") String fromSite,
            @NotNull(message = "Say which folder.") String folder) {}

    @PostMapping
    ResponseEntity<DraftViews.DraftView> copy(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody FolderCopy form) {
        Site from = sites.mine(form.fromSite());
        Manifest draft = drafts.files(drafts.of(from.id()));
        Manifest there = SettingsFile.without(draft);
        String folder = form.folder().strip().replaceFirst("^/+", "");
        Map<String, FileEntry> files = new TreeMap<>();
        there.files().forEach((path, file) -> {
            if (folder.isEmpty() || path.startsWith(folder) && folder.endsWith("/")) {
                files.put(path, file);
            }
        });
        if (files.isEmpty()) {
            throw Problem.field("folder", "The draft of " + from.title() + " has no folder “" + form.folder() + "”.");
        }
        String what = "copied " + (folder.isEmpty() ? "all files" : folder) + " from " + from.title() + " ("
                + files.size() + (files.size() == 1 ? " file)" : " files)");
        return views.answer(drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                what,
                before -> settings.taken(before.with(all -> all.putAll(files)), draft, files.keySet())));
    }
}
