package evenharbor.app.what.version;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.SpaceUse;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** The space that versions and drafts hold; what several of them share is counted once. */
@Service
public class VersionSpace {

    private static final String DRAFT = "draft";

    private final Versions versions;
    private final Drafts drafts;
    private final Manifests manifests;
    private final Cache<Map<String, List<String>>, SpaceUse<String>> known =
            Caffeine.newBuilder().maximumSize(200).build();

    VersionSpace(Versions versions, Drafts drafts, Manifests manifests) {
        this.versions = versions;
        this.drafts = drafts;
        this.manifests = manifests;
    }

    /** The bytes that each version of a site alone holds: what would be free without it, by its number. */
    public Map<Integer, Long> alone(String siteId) {
        List<SavedVersion> all = versions.kept(siteId);
        Map<String, Long> alone = use(held(siteId, all)).alone();
        Map<Integer, Long> byNumber = new LinkedHashMap<>();
        all.forEach(version -> byNumber.put(version.number(), alone.get(String.valueOf(version.number()))));
        return byNumber;
    }

    /** The bytes that some sites hold together. */
    public long together(Collection<String> siteIds) {
        Map<String, List<String>> held = new LinkedHashMap<>();
        siteIds.forEach(siteId -> held.put(
                siteId,
                held(siteId, versions.kept(siteId)).values().stream()
                        .flatMap(List::stream)
                        .distinct()
                        .toList()));
        return use(held).bytes();
    }

    private Map<String, List<String>> held(String siteId, List<SavedVersion> all) {
        Map<String, List<String>> held = new LinkedHashMap<>();
        held.put(DRAFT, List.of(drafts.find(siteId).manifest()));
        all.forEach(version -> held.put(
                String.valueOf(version.number()),
                Stream.of(Optional.of(version.manifest()), version.build())
                        .flatMap(Optional::stream)
                        .distinct()
                        .toList()));
        return held;
    }

    private SpaceUse<String> use(Map<String, List<String>> held) {
        return known.get(held, things -> {
            Map<String, List<Collection<FileEntry>>> files = new LinkedHashMap<>();
            things.forEach((thing, hashes) -> {
                List<Collection<FileEntry>> some = new ArrayList<>();
                hashes.forEach(hash -> some.add(manifests.get(hash).entries()));
                files.put(thing, some);
            });
            return SpaceUse.of(files);
        });
    }
}
