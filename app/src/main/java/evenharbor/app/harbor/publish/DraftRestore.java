package evenharbor.app.harbor.publish;

import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Brings an earlier version back into the draft; what is live stays as it is. */
@Service
@Transactional
class DraftRestore {

    private final Drafts drafts;
    private final Versions versions;
    private final RedirectSets sets;
    private final Activities activities;

    DraftRestore(Drafts drafts, Versions versions, RedirectSets sets, Activities activities) {
        this.drafts = drafts;
        this.versions = versions;
        this.sets = sets;
        this.activities = activities;
    }

    /** What came of a restore: the version that the draft was saved as, if it had to be. */
    record Restored(Optional<Integer> saved, long draftRevision) {}

    /**
     * Brings a version's files back into the draft. The draft is saved as a version first.
     *
     * @param redirects whether its redirects come back too
     */
    public Restored restore(String siteId, int number, OptionalLong draftRevision, boolean redirects) {
        SavedVersion version = versions.of(siteId, number);
        drafts.check(siteId, draftRevision);
        Optional<SavedVersion> saved = versions.saveBeforeRestore(siteId, "restoring " + version.title());
        Draft draft = drafts.replace(siteId, OptionalLong.empty(), "restored " + version.title(), version.manifest());
        if (redirects) {
            sets.replace(siteId, version.redirects(), "restored those of " + version.title());
        }
        activities.note(ActivityKind.RESTORED, siteId, Current.person(), version.title());
        return new Restored(saved.map(SavedVersion::number), draft.revision());
    }
}
