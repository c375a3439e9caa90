package evenharbor.app.what.version;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.version.Manifest;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Saving, listing and naming versions. */
@Service
@Transactional
public class Versions {

    private final VersionRepository repository;
    private final Sites sites;
    private final Drafts drafts;
    private final Builds builds;
    private final Manifests manifests;
    private final PageDays days;
    private final ObjectProvider<RedirectsNow> redirects;
    private final Activities activities;
    private final Clock clock;

    Versions(
            VersionRepository repository,
            Sites sites,
            Drafts drafts,
            Builds builds,
            Manifests manifests,
            PageDays days,
            ObjectProvider<RedirectsNow> redirects,
            Activities activities,
            Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.drafts = drafts;
        this.builds = builds;
        this.manifests = manifests;
        this.days = days;
        this.redirects = redirects;
        this.activities = activities;
        this.clock = clock;
    }

    /** The versions of one of the person's sites, the latest first. */
    @Transactional(readOnly = true)
    public List<SavedVersion> of(String siteId) {
        sites.mine(siteId);
        return kept(siteId);
    }

    /** The versions of any site, the latest first; those that were cleaned up are not among them. */
    @Transactional(readOnly = true)
    public List<SavedVersion> kept(String siteId) {
        return repository.findBySiteIdAndGoneAtIsNullOrderByNumberDesc(siteId).stream()
                .map(VersionEntity::toVersion)
                .toList();
    }

    /** Says when a version will be cleaned up; null for not at all. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void due(String siteId, int number, Instant at) {
        repository.findBySiteIdAndNumberAndGoneAtIsNull(siteId, number).orElseThrow().dueAt = at;
    }

    /** Cleans a version up: its number stays taken, its files are not kept any more. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void gone(String siteId, int number) {
        repository.findBySiteIdAndNumberAndGoneAtIsNull(siteId, number).orElseThrow().goneAt = clock.instant();
    }

    /** One version of one of the person's sites. */
    @Transactional(readOnly = true)
    public SavedVersion of(String siteId, int number) {
        sites.mine(siteId);
        return find(siteId, number).orElseThrow(() -> Problem.notFound("Version " + number));
    }

    /** A version of any site, for work that nobody in particular asked for. */
    @Transactional(readOnly = true)
    public Optional<SavedVersion> find(String siteId, int number) {
        return repository.findBySiteIdAndNumberAndGoneAtIsNull(siteId, number).map(VersionEntity::toVersion);
    }

    /** Of several sites the version that is live, or was live last. */
    @Transactional(readOnly = true)
    public List<SavedVersion> shown(Collection<String> siteIds) {
        return repository.shown(siteIds).stream().map(VersionEntity::toVersion).toList();
    }

    /** Hash of the redirects that a site has just now. */
    @Transactional(readOnly = true)
    public String redirectsNow(String siteId) {
        return redirects.getObject().now(siteId);
    }

    /** The highest number that a version of a site has had. */
    @Transactional(readOnly = true)
    public int count(String siteId) {
        return repository.highest(siteId);
    }

    /** The build of a version: the one that was live, or the one that would be. */
    public String buildOf(SavedVersion version) {
        return version.build().orElseGet(() -> builds.of(version.manifest(), version.settings()));
    }

    /** Saves the draft as a version without publishing it. */
    public SavedVersion saveDraft(String siteId, String name) {
        Draft draft = drafts.check(siteId, OptionalLong.empty());
        return save(siteId, draft.manifest(), SavedVersion.Cause.SAVED, name, Current.person());
    }

    /** Saves the draft before something replaces it, unless a version holds the same files already. */
    public Optional<SavedVersion> saveBeforeRestore(String siteId, String what) {
        Draft draft = drafts.check(siteId, OptionalLong.empty());
        if (repository.existsBySiteIdAndManifestAndGoneAtIsNull(siteId, draft.manifest())
                || SettingsFile.without(drafts.files(draft)).count() == 0) {
            return Optional.empty();
        }
        return Optional.of(save(
                siteId, draft.manifest(), SavedVersion.Cause.BEFORE_RESTORE, "Draft before " + what, Current.person()));
    }

    /** Makes the version that a publish brings live. Takes the lock on the draft. */
    @Transactional(propagation = Propagation.MANDATORY)
    public SavedVersion published(Site site, String manifest, String build, String redirects, Person person) {
        VersionEntity version = fresh(site, manifest, SavedVersion.Cause.PUBLISHED, "", person);
        version.build = build;
        version.redirects = redirects;
        version.publishedAt = version.createdAt;
        SavedVersion saved = repository.save(version).toVersion();
        days.cameOut(site.id(), manifest);
        return saved;
    }

    /**
     * Remembers that a version has gone live with a build. The redirects it was live with the first time stay its own.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void wentLive(String siteId, int number, String build, String redirects) {
        VersionEntity version =
                repository.findBySiteIdAndNumberAndGoneAtIsNull(siteId, number).orElseThrow();
        if (version.publishedAt == null) {
            version.publishedAt = clock.instant();
            version.redirects = redirects;
        }
        version.build = build;
        days.cameOut(siteId, version.manifest);
    }

    /** Remembers that a live version has come to live with other redirects. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void livesWith(String siteId, int number, String redirects) {
        repository.findBySiteIdAndNumberAndGoneAtIsNull(siteId, number).orElseThrow().redirects = redirects;
    }

    /** Names a version, notes something about it, keeps it or lets it go. */
    public SavedVersion describe(String siteId, int number, String name, String note, boolean kept) {
        sites.mine(siteId);
        VersionEntity version = repository
                .findBySiteIdAndNumberAndGoneAtIsNull(siteId, number)
                .orElseThrow(() -> Problem.notFound("Version " + number));
        version.name = name.strip();
        version.note = note.strip();
        version.kept = kept;
        if (kept || !version.name.isEmpty()) {
            version.dueAt = null;
        }
        activities.note(
                ActivityKind.VERSION_CHANGED,
                siteId,
                Current.person(),
                version.toVersion().title());
        return version.toVersion();
    }

    /**
     * Takes over a version of a site that comes from elsewhere, with its number, its name and its times.
     *
     * @param taken as it was there; its manifest and redirects are kept here by then
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void takeOver(String siteId, SavedVersion taken) {
        Site site = sites.mine(siteId);
        VersionEntity version = fresh(site, taken.manifest(), taken.cause(), taken.name(), Current.person());
        version.number = taken.number();
        version.listed = taken.settings().listed();
        version.pinned = taken.settings().pinned();
        version.redirects = taken.redirects();
        version.note = taken.note();
        version.kept = taken.kept();
        version.createdAt = taken.createdAt();
        version.publishedAt = taken.publishedAt().orElse(null);
        repository.save(version);
    }

    private SavedVersion save(String siteId, String manifest, SavedVersion.Cause cause, String name, Person person) {
        Site site = sites.mine(siteId);
        SavedVersion version =
                repository.save(fresh(site, manifest, cause, name, person)).toVersion();
        activities.note(ActivityKind.VERSION_SAVED, siteId, person, version.title());
        return version;
    }

    /** Numbers follow each other because whoever makes one holds the lock on the draft. */
    private VersionEntity fresh(Site site, String manifest, SavedVersion.Cause cause, String name, Person person) {
        drafts.lock(site.id());
        Manifest files = SettingsFile.without(manifests.get(manifest));
        VersionEntity version = new VersionEntity();
        version.siteId = site.id();
        version.number = repository.highest(site.id()) + 1;
        version.manifest = manifest;
        version.listed = site.settings().listed();
        version.pinned = site.settings().pinned();
        version.redirects = redirects.getObject().now(site.id());
        version.name = name.strip();
        version.note = "";
        version.cause = cause;
        version.createdBy = person.id();
        version.createdAt = clock.instant();
        version.files = files.count();
        version.bytes = files.bytes();
        return version;
    }
}
