package evenharbor.app.what.draft;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.site.SiteCreated;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.Folder;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.IntakeProblem;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Reading and changing drafts. Every change is one step that can be undone until the next. */
@Service
@Transactional
public class Drafts {

    private final DraftRepository repository;
    private final Sites sites;
    private final Manifests manifests;
    private final People people;
    private final Activities activities;
    private final ObjectProvider<SpaceLimit> space;
    private final ObjectProvider<SharedParts> shared;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Drafts(
            DraftRepository repository,
            Sites sites,
            Manifests manifests,
            People people,
            Activities activities,
            ObjectProvider<SpaceLimit> space,
            ObjectProvider<SharedParts> shared,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.manifests = manifests;
        this.people = people;
        this.activities = activities;
        this.space = space;
        this.shared = shared;
        this.events = events;
        this.clock = clock;
    }

    @EventListener
    void begin(SiteCreated created) {
        DraftEntity draft = new DraftEntity();
        draft.siteId = created.site().id();
        draft.manifest = created.pagesFrom()
                .map(origin -> of(origin.id()).manifest())
                .orElseGet(() -> manifests.put(Manifest.EMPTY));
        draft.what = created.pagesFrom().map(o -> "copied from " + o.title()).orElse("created the site");
        draft.changedBy = Current.person().id();
        draft.changedAt = clock.instant();
        repository.save(draft);
    }

    /** The draft of one of the person's sites. */
    @Transactional(readOnly = true)
    public Draft of(String siteId) {
        sites.mine(siteId);
        return find(siteId);
    }

    /** The draft of any site, for work that nobody in particular asked for. */
    @Transactional(readOnly = true)
    public Draft find(String siteId) {
        return repository
                .findBySiteId(siteId)
                .orElseThrow(() -> Problem.notFound("This draft"))
                .toDraft();
    }

    /** The files of a draft. */
    public Manifest files(Draft draft) {
        return manifests.get(draft.manifest());
    }

    /**
     * Changes the files of a draft.
     *
     * @param expected the revision the change was made for; stale when it is another by now
     * @param what what is done, in words
     */
    public Draft change(String siteId, OptionalLong expected, String what, UnaryOperator<Manifest> edit) {
        DraftEntity draft = locked(siteId, expected);
        Manifest before = manifests.get(draft.manifest);
        Manifest after = edit.apply(before);
        refuseInShared(siteId, before, after);
        accept(siteId, before, after);
        return put(draft, manifests.put(after), what);
    }

    private void accept(String siteId, Manifest before, Manifest after) {
        List<IntakeProblem> problems = Stream.concat(
                        Intake.limitProblems(after.count(), after.bytes(), IntakeLimits.DEFAULT).stream(),
                        Intake.clashes(after.files().keySet()).stream())
                .toList();
        if (!problems.isEmpty()) {
            throw IntakeRefusal.of(problems);
        }
        String account = sites.mine(siteId).accountId();
        space.ifAvailable(limit -> limit.check(account, before, after));
    }

    private List<SharedParts.Part> shared(String siteId) {
        List<SharedParts.Part> parts = new ArrayList<>();
        shared.ifAvailable(all -> parts.addAll(all.of(siteId)));
        return parts;
    }

    private void refuseInShared(String siteId, Manifest before, Manifest after) {
        for (SharedParts.Part part : shared(siteId)) {
            if (!part.folder().of(before).equals(part.folder().of(after))) {
                throw new Problem(
                        ProblemType.NOT_READY,
                        "“" + part.folder().path() + "” is shared from " + part.from()
                                + ". Nothing was changed. Change it there, or end the sharing first.");
            }
        }
    }

    /**
     * Other files in place of all there were: what is set beside them stays, and so do folders that follow another site.
     *
     * @param before the files of the site's draft
     */
    public Manifest replaced(String siteId, Manifest before, Manifest after) {
        return keepingShared(siteId, before, SettingsFile.kept(before, after));
    }

    private Manifest keepingShared(String siteId, Manifest before, Manifest after) {
        Manifest kept = after;
        for (SharedParts.Part part : shared(siteId)) {
            kept = part.folder().with(kept, part.folder().of(before));
        }
        return kept;
    }

    /**
     * Makes a folder of a draft hold what it holds elsewhere. The last change of the draft's people can be undone as before.
     *
     * @param inside the files, by path
     * @return whether that changed anything
     */
    public boolean follow(String siteId, Folder folder, Map<String, FileEntry> inside, String what) {
        DraftEntity draft = locked(siteId, OptionalLong.empty());
        Manifest before = manifests.get(draft.manifest);
        Manifest after = folder.with(before, inside);
        if (after.equals(before)) {
            return false;
        }
        accept(siteId, before, after);
        String undone = draft.beforeManifest == null
                ? null
                : manifests.put(folder.with(manifests.get(draft.beforeManifest), inside));
        String undoes = undone == null ? null : undoes(draft);
        put(draft, manifests.put(after), what);
        draft.beforeManifest = undone;
        draft.undoes = undoes;
        return true;
    }

    /** Makes a draft what it was before its last change; doing so again takes it back. */
    public Draft undo(String siteId, OptionalLong expected) {
        DraftEntity draft = locked(siteId, expected);
        if (draft.beforeManifest == null) {
            throw new Problem(ProblemType.NOT_READY, "There is no change to undo. Nothing was changed.");
        }
        return put(draft, keepingShared(draft, draft.beforeManifest), "undid: " + undoes(draft));
    }

    /** Makes a draft hold the files of a manifest that is kept. */
    public Draft replace(String siteId, OptionalLong expected, String what, String manifest) {
        DraftEntity draft = locked(siteId, expected);
        return put(draft, keepingShared(draft, manifest), what);
    }

    /** The hash of other files in place of a draft's, with folders that follow another site as they are. */
    private String keepingShared(DraftEntity draft, String manifest) {
        Manifest other = manifests.get(manifest);
        Manifest kept = keepingShared(draft.siteId, manifests.get(draft.manifest), other);
        return kept.equals(other) ? manifest : manifests.put(kept);
    }

    /** Refuses when someone changed the draft since. */
    public Draft check(String siteId, OptionalLong expected) {
        return locked(siteId, expected).toDraft();
    }

    /** Makes other work on this site's draft and versions wait until the transaction ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void lock(String siteId) {
        repository.lock(siteId);
    }

    private DraftEntity locked(String siteId, OptionalLong expected) {
        sites.mine(siteId);
        DraftEntity draft = repository.lock(siteId).orElseThrow(() -> Problem.notFound("This draft"));
        if (expected.isPresent() && expected.getAsLong() != draft.revision) {
            String who = people.names(List.of(draft.changedBy)).of(draft.changedBy);
            throw Problem.stale(
                    who + " changed this draft since you opened it (" + draft.what
                            + "). Nothing was changed by you. Look at the draft as it is now, then try again.",
                    draft.revision,
                    who,
                    draft.changedAt,
                    draft.what);
        }
        return draft;
    }

    private static String undoes(DraftEntity draft) {
        return draft.undoes == null ? draft.what : draft.undoes;
    }

    private Draft put(DraftEntity draft, String manifest, String what) {
        Person person = Current.person();
        if (!manifest.equals(draft.manifest)) {
            draft.beforeManifest = draft.manifest;
            draft.undoes = null;
            draft.manifest = manifest;
            draft.what = what.length() > 290 ? what.substring(0, 289) + "…" : what;
            draft.revision++;
            draft.changedBy = person.id();
            draft.changedAt = clock.instant();
            repository.save(draft);
            activities.note(ActivityKind.DRAFT_CHANGED, draft.siteId, person, draft.what);
            events.publishEvent(new DraftChanged(draft.siteId, manifest));
        }
        return draft.toDraft();
    }
}
