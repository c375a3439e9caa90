package evenharbor.app.harbor.preview;

import evenharbor.app.who.access.People;
import evenharbor.core.what.draft.SitePath;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Previews over HTTP. */
@RestController
class PreviewController {

    private final Previews previews;
    private final People people;

    PreviewController(Previews previews, People people) {
        this.previews = previews;
        this.people = people;
    }

    record Wanted(@Schema(nullable = true) Integer version) {}

    record PreviewView(String url, List<String> pages) {}

    @PostMapping("/api/sites/{siteId}/previews")
    PreviewView open(@PathVariable String siteId, @RequestBody Wanted wanted) {
        Optional<Integer> version = Optional.ofNullable(wanted.version());
        String url = previews.open(siteId, version);
        List<String> pages = previews.files(siteId, version).files().keySet().stream()
                .filter(SitePath::isPage)
                .toList();
        return new PreviewView(url, pages);
    }

    /** A preview that is to be shown to others. @param version null for the draft as it is @param days after how many days it ends */
    record ShareForm(
            @Schema(nullable = true) Integer version,

            @Min(value = 1, message = "At least a day.") @Max(value = 90, message = "At most 90 days.")
            int days) {}

    /** One that is shown to others. @param version null for the draft as it is */
    record SharedView(String id, @Schema(nullable = true) Integer version, String url, String by, Instant until) {}

    @GetMapping("/api/sites/{siteId}/shared-previews")
    List<SharedView> shared(@PathVariable String siteId) {
        List<Previews.SharedPreview> all = previews.shared(siteId);
        People.Names names =
                people.names(all.stream().map(Previews.SharedPreview::by).toList());
        return all.stream()
                .map(each -> new SharedView(
                        each.id(), each.version().orElse(null), each.url(), names.of(each.by()), each.until()))
                .toList();
    }

    @PostMapping("/api/sites/{siteId}/shared-previews")
    @ResponseStatus(HttpStatus.CREATED)
    List<SharedView> share(@PathVariable String siteId, @Valid @RequestBody ShareForm form) {
        previews.share(siteId, Optional.ofNullable(form.version()), Duration.ofDays(form.days()));
        return shared(siteId);
    }

    @DeleteMapping("/api/sites/{siteId}/shared-previews/{id}")
    List<SharedView> end(@PathVariable String siteId, @PathVariable String id) {
        previews.endShared(siteId, id);
        return shared(siteId);
    }
}
