package evenharbor.app.harbor.publish;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.Versions;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.addition.AdditionChanges;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.Manifest;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a publish would change for visitors. */
@Service
@Transactional(readOnly = true)
public class Review {

    private final LiveStates states;
    private final Versions versions;
    private final Drafts drafts;
    private final Manifests manifests;
    private final DraftSettings settings;
    private final Cache<String, Changes> held =
            Caffeine.newBuilder().maximumSize(200).build();
    private final Cache<String, Integer> counts =
            Caffeine.newBuilder().maximumSize(50_000).build();

    Review(LiveStates states, Versions versions, Drafts drafts, Manifests manifests, DraftSettings settings) {
        this.states = states;
        this.versions = versions;
        this.drafts = drafts;
        this.manifests = manifests;
        this.settings = settings;
    }

    /** The differences from the version that is live, or was live last, to the draft. */
    public Changes of(String siteId) {
        String before = liveManifest(siteId);
        String after = drafts.find(siteId).manifest();
        return between(before, after);
    }

    /** The same of what is set beside the files. */
    public List<AdditionChanges.SettingsChange> settings(String siteId) {
        return AdditionChanges.between(
                settings.of(files(liveManifest(siteId))), settings.of(drafts.files(drafts.find(siteId))));
    }

    /** How many differences there are between two kept manifests. */
    public int count(String before, String after) {
        return counts.get(
                before + after,
                key -> before.equals(after) ? 0 : between(before, after).count());
    }

    /** The differences between two kept manifests. */
    public Changes between(String before, String after) {
        return held.get(before + after, key -> Changes.between(files(before), files(after), manifests::text));
    }

    /** Hash of the files of the version that is live, or was live last; empty when there was none. */
    private String liveManifest(String siteId) {
        return states.of(siteId)
                .version()
                .flatMap(number -> versions.find(siteId, number))
                .map(version -> version.manifest())
                .orElse("");
    }

    /**
     * What a publish would make live.
     *
     * @param manifest hash of the manifest
     * @param files the same
     * @param changes how that differs from what is live, or was live last
     */
    public record Going(String manifest, Manifest files, Changes changes) {}

    /** What a publish of a draft would make live. */
    public Going going(String siteId, Draft draft, Selection selection) {
        String before = liveManifest(siteId);
        Manifest after = selection.apply(files(before), drafts.files(draft), between(before, draft.manifest()));
        String manifest = selection.heldBack().isEmpty() ? draft.manifest() : manifests.put(after);
        return new Going(manifest, after, between(before, manifest));
    }

    private Manifest files(String manifest) {
        return manifest.isEmpty() ? Manifest.EMPTY : manifests.get(manifest);
    }
}
