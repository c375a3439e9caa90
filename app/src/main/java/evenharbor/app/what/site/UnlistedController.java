package evenharbor.app.what.site;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What of a site search engines are asked not to list, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/unlisted")
class UnlistedController {

    private final Unlisted unlisted;
    private final Sites sites;

    UnlistedController(Unlisted unlisted, Sites sites) {
        this.unlisted = unlisted;
        this.sites = sites;
    }

    /** Folders, each with a slash at its end, and pages. */
    record UnlistedPaths(
            @NotNull(message = "List the folders and pages, or none.")
            List<@NotNull @Size(max = 500, message = "Use at most 500 characters.") String> paths) {}

    @GetMapping
    UnlistedPaths of(@PathVariable String siteId) {
        sites.mine(siteId);
        return new UnlistedPaths(unlisted.of(siteId).paths());
    }

    @PutMapping
    UnlistedPaths put(@PathVariable String siteId, @Valid @RequestBody UnlistedPaths form) {
        return new UnlistedPaths(unlisted.put(siteId, form.paths()).paths());
    }
}
