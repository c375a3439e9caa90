package evenharbor.app.what.finding;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.what.content.Manifests;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.finding.PageFacts;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.version.FileEntry;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The facts of pages and style sheets, read once for each content. */
@Component
class PageFactsByContent {

    /** A larger text is no page that a person wrote, in bytes. */
    private static final long LARGEST = 8 << 20;

    /** In references and headings, which are what facts consist of. */
    private static final long MOST_HELD = 3_000_000;

    private static final int LEAST = 10;

    private final Manifests manifests;
    private final Cache<String, PageFacts> held = Caffeine.newBuilder()
            .maximumWeight(MOST_HELD)
            .weigher((String key, PageFacts facts) -> LEAST
                    + facts.references().size()
                    + facts.headings().size()
                    + facts.anchors().names().size())
            .build();

    PageFactsByContent(Manifests manifests) {
        this.manifests = manifests;
    }

    /** The facts of a file; empty when it is too large, cannot be read, or is a style sheet that is no UTF-8. */
    Optional<PageFacts> of(Map.Entry<String, FileEntry> file) {
        FileEntry entry = file.getValue();
        boolean page = SitePath.isPage(file.getKey());
        if (!page && !entry.utf8() || entry.size() > LARGEST) {
            return Optional.empty();
        }
        String key = (page ? "page " : "sheet ") + entry.hash();
        return Optional.ofNullable(held.get(
                key,
                k -> manifests
                        .shown(entry)
                        .map(text -> SiteFindings.facts(file.getKey(), text))
                        .orElse(null)));
    }
}
