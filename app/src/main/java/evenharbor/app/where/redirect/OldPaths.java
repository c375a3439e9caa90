package evenharbor.app.where.redirect;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Change;
import evenharbor.core.what.version.Changes;
import evenharbor.core.where.redirect.SiteFacts;
import evenharbor.core.where.visit.LikelyPages;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What earlier versions of a site had at paths that are no more, and which of today's pages a path most likely meant. */
@Component
public class OldPaths {

    /** How many earlier published versions are looked at, the latest first. */
    private static final int MOST_VERSIONS = 12;

    private final Versions versions;
    private final Drafts drafts;
    private final Manifests manifests;
    private final RedirectFacts facts;
    private final Cache<String, Map<String, String>> moves =
            Caffeine.newBuilder().maximumSize(400).build();

    OldPaths(Versions versions, Drafts drafts, Manifests manifests, RedirectFacts facts) {
        this.versions = versions;
        this.drafts = drafts;
        this.manifests = manifests;
        this.facts = facts;
    }

    /**
     * What is known of a site's past.
     *
     * @param known request paths that some earlier version answered at
     * @param moved request path of a page in an earlier version, and where that page is now
     * @param likely which of today's pages a path most likely meant
     */
    public record Past(Set<String> known, Map<String, String> moved, LikelyPages likely) {

        /**
         * A page that a path may have meant.
         *
         * @param path its request path
         * @param score from 0 to 1
         * @param moved whether the same page was at the path in an earlier version
         */
        public record Meant(String path, double score, boolean moved) {}

        /** The pages that a path most likely meant, the likeliest first. */
        public List<Meant> meant(String path, int most) {
            List<Meant> all = new ArrayList<>();
            String moved = moved().get(path);
            if (moved != null) {
                all.add(new Meant(moved, 1, true));
            }
            likely.to(path, most).stream()
                    .filter(page -> !page.path().equals(moved))
                    .map(page -> new Meant(page.path(), page.score(), false))
                    .forEach(all::add);
            return all.subList(0, Math.min(most, all.size()));
        }
    }

    /** The past of one of the person's sites. */
    public Past of(String siteId) {
        String now = drafts.of(siteId).manifest();
        Set<String> known = new HashSet<>();
        Map<String, String> moved = new HashMap<>();
        versions.of(siteId).stream()
                .filter(v -> v.publishedAt().isPresent())
                .map(SavedVersion::manifest)
                .distinct()
                .filter(manifest -> !manifest.equals(now))
                .limit(MOST_VERSIONS)
                .forEach(manifest -> {
                    known.addAll(SiteFacts.paths(manifests.get(manifest)));
                    moves.get(manifest + now, key -> moves(manifest, now)).forEach(moved::putIfAbsent);
                });
        return new Past(known, moved, facts.likely(now));
    }

    private Map<String, String> moves(String before, String after) {
        Map<String, String> moves = new HashMap<>();
        Changes.between(manifests.get(before), manifests.get(after), manifests::text).list().stream()
                .filter(change -> change.kind() == Change.Kind.MOVED && change.page())
                .forEach(change -> moves.put(
                        SitePath.requestPath(change.from().orElseThrow()), SitePath.requestPath(change.path())));
        return moves;
    }
}
