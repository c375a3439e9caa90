package evenharbor.app.harbor.preview;

import evenharbor.core.what.draft.SitePath;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Previews over HTTP. */
@RestController
class PreviewController {

    private final Previews previews;

    PreviewController(Previews previews) {
        this.previews = previews;
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
}
