package evenharbor.app.overview.arrival;

import evenharbor.app.what.site.Sites;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The watched folder of a site, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/watched-folder")
class WatchedFolderController {

    private final WatchedFolders watched;
    private final WatchedFolderProperties properties;
    private final Sites sites;

    WatchedFolderController(WatchedFolders watched, WatchedFolderProperties properties, Sites sites) {
        this.watched = watched;
        this.properties = properties;
        this.sites = sites;
    }

    /** @param opened the name of a folder that the operator opens @param folder the one within; empty for all of it */
    record WatchedFolderForm(
            @NotNull(message = "Choose a folder of this server.")
            @Size(max = 120, message = "Use at most 120 characters.")
            String opened,

            @NotNull(message = "Name the folder within, or none.")
            @Size(max = 500, message = "Use at most 500 characters.")
            String folder) {}

    /** @param takenAt when it was taken in last; null before @param problem why it is not taken in; empty when it is */
    record WatchedFolderView(
            String opened,
            String folder,
            @Schema(nullable = true) Instant takenAt,
            String problem) {}

    /** @param opened names of the folders that the operator opens @param watched null when none is watched */
    record WatchedFoldersView(
            List<String> opened, @Schema(nullable = true) WatchedFolderView watched) {}

    @GetMapping
    WatchedFoldersView watched(@PathVariable String siteId) {
        sites.mine(siteId);
        Optional<WatchedFolder> folder = watched.of(siteId);
        return new WatchedFoldersView(
                properties.opened().keySet().stream().sorted().toList(),
                folder.map(each -> new WatchedFolderView(
                                each.opened(), each.folder(), each.takenAt().orElse(null), each.problem()))
                        .orElse(null));
    }

    @PutMapping
    WatchedFoldersView watch(@PathVariable String siteId, @Valid @RequestBody WatchedFolderForm form) {
        watched.watch(siteId, form.opened(), form.folder());
        return watched(siteId);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(@PathVariable String siteId) {
        watched.stop(siteId);
    }
}
