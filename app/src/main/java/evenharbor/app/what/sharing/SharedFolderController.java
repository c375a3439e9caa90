package evenharbor.app.what.sharing;

import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Folders that sites share, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/shared-folders")
class SharedFolderController {

    private final SharedFolders shared;
    private final Sites sites;

    SharedFolderController(SharedFolders shared, Sites sites) {
        this.shared = shared;
        this.sites = sites;
    }

    /** A shared folder. @param siteId the other site @param files how many lie in it where it is changed */
    record SharedFolderView(String folder, String siteId, String title, int files) {}

    /** @param from folders that follow other sites @param to folders that other sites follow */
    record SharedFoldersView(List<SharedFolderView> from, List<SharedFolderView> to) {}

    @GetMapping
    SharedFoldersView of(@PathVariable String siteId) {
        sites.mine(siteId);
        return new SharedFoldersView(
                shared.into(siteId).stream()
                        .map(share -> view(share, share.fromSite()))
                        .toList(),
                shared.outOf(siteId).stream()
                        .map(share -> view(share, share.siteId()))
                        .toList());
    }

    private SharedFolderView view(SharedFolders.Share share, String other) {
        return new SharedFolderView(share.folder().path(), other, shared.title(other), shared.count(share));
    }

    /** @param folder with a slash at its end @param fromSite id of the site that it follows from now on */
    record SharedFolderForm(
            @NotNull(message = "Say which folder.") String folder,
            @NotNull(message = "Say from which site.") String fromSite) {}

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SharedFoldersView share(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody SharedFolderForm form) {
        shared.share(siteId, IfMatch.revision(ifMatch), form.folder(), form.fromSite());
        return of(siteId);
    }

    @DeleteMapping
    SharedFoldersView end(@PathVariable String siteId, @RequestParam String folder) {
        shared.end(siteId, folder);
        return of(siteId);
    }
}
