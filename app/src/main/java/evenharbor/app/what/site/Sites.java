package evenharbor.app.what.site;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.Quotas;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.site.Settings;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The sites of the account that the current person belongs to. Other accounts' sites are simply not there. */
@Service
@Transactional
public class Sites {

    private final SiteRepository repository;
    private final Quotas quotas;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Sites(
            SiteRepository repository,
            Quotas quotas,
            Activities activities,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.quotas = quotas;
        this.activities = activities;
        this.events = events;
        this.clock = clock;
    }

    /** The site with this id, if it is one of the person's. */
    @Transactional(readOnly = true)
    public Site mine(String id) {
        return entity(id).toSite();
    }

    /** All sites of the current person's account, the oldest first. */
    @Transactional(readOnly = true)
    public List<Site> mine() {
        return ofAccount(Current.person().accountId()).stream()
                .filter(site -> Current.mayTouch(site.id()))
                .toList();
    }

    /** All sites of any account, the oldest first. */
    @Transactional(readOnly = true)
    public List<Site> ofAccount(String accountId) {
        return repository.findByAccountIdAndDeletedAtIsNullOrderByCreatedAt(accountId).stream()
                .map(SiteEntity::toSite)
                .toList();
    }

    /** All sites of all accounts, for work that nobody in particular asked for. */
    @Transactional(readOnly = true)
    public List<Site> all() {
        return repository.findByDeletedAtIsNullOrderByCreatedAt().stream()
                .map(SiteEntity::toSite)
                .toList();
    }

    /** Any site, for work that nobody in particular asked for. */
    @Transactional(readOnly = true)
    public Optional<Site> find(String id) {
        return repository.findById(id).map(SiteEntity::toSite);
    }

    /** Any sites, by id. */
    @Transactional(readOnly = true)
    public Map<String, Site> find(Collection<String> ids) {
        return repository.findAllById(ids).stream()
                .map(SiteEntity::toSite)
                .collect(Collectors.toMap(Site::id, Function.identity()));
    }

    /** Makes a site. */
    public Site create(String title, Optional<String> copyFrom, boolean pages, boolean settings) {
        Person person = Current.person();
        quotas.oneSiteMore(person.accountId());
        Optional<Site> origin = copyFrom.map(this::mine);
        Settings begin = origin.filter(o -> settings).map(Site::settings).orElse(Settings.DEFAULT);
        SiteEntity site = new SiteEntity();
        site.id = Ids.id();
        site.accountId = person.accountId();
        site.title = title.strip();
        site.listed = begin.listed();
        site.pinned = begin.pinned();
        site.createdBy = person.id();
        site.createdAt = clock.instant();
        Site made = repository.save(site).toSite();
        activities.note(
                ActivityKind.SITE_CREATED,
                made.id(),
                person,
                origin.map(o -> "as a copy of " + o.title()).orElse(""));
        events.publishEvent(new SiteCreated(made, origin.filter(o -> pages), origin.filter(o -> settings)));
        return made;
    }

    /** Changes a site's title and settings. */
    public Site change(String id, String title, Settings settings, OptionalLong expected) {
        SiteEntity site = entity(id);
        if (expected.isPresent() && expected.getAsLong() != site.revision) {
            throw Problem.stale("these settings", site.revision);
        }
        site.title = title.strip();
        site.listed = settings.listed();
        site.pinned = settings.pinned();
        repository.flush();
        activities.note(ActivityKind.SITE_CHANGED, id, Current.person(), site.title);
        events.publishEvent(new SettingsChanged(id));
        return site.toSite();
    }

    /** The deleted sites of the current person's account that can be brought back, those that end first before. */
    @Transactional(readOnly = true)
    public List<Site> deleted() {
        return repository
                .findByAccountIdAndDeletedAtIsNotNullOrderByDeletedAt(
                        Current.person().accountId())
                .stream()
                .map(SiteEntity::toSite)
                .toList();
    }

    /** Deletes a site: nothing of it is reached any more. Its addresses stay held, and it can be brought back for a while. */
    public void delete(String id) {
        SiteEntity site = entity(id);
        site.deletedAt = clock.instant();
        site.deletedBy = Current.person().id();
        repository.flush();
        activities.note(ActivityKind.SITE_DELETED, id, Current.person(), site.title);
        events.publishEvent(new SiteDeleted(id));
    }

    /** Brings a deleted site back whole, as it was. */
    public Site bringBack(String id) {
        SiteEntity site = repository
                .findByIdAndAccountIdAndDeletedAtIsNotNull(id, Current.person().accountId())
                .orElseThrow(() -> Problem.notFound("This deleted site"));
        site.deletedAt = null;
        site.deletedBy = null;
        repository.flush();
        activities.note(ActivityKind.SITE_BROUGHT_BACK, id, Current.person(), site.title);
        events.publishEvent(new SiteBroughtBack(id));
        return site.toSite();
    }

    /** Lets a site belong to another account from now on. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void handTo(String id, String accountId) {
        SiteEntity site = repository.findById(id).orElseThrow(() -> Problem.notFound("This site"));
        quotas.oneSiteMore(accountId);
        site.accountId = accountId;
        repository.flush();
        activities.note(ActivityKind.SITE_CHANGED, id, Current.person(), "handed over");
        events.publishEvent(new SettingsChanged(id));
    }

    /**
     * Makes sure that someone has said the content is theirs to publish, and records it; once a site.
     *
     * @param confirmed whether the current person says so now
     */
    public void confirmRights(String id, boolean confirmed) {
        SiteEntity site = entity(id);
        if (site.rightsConfirmedAt == null) {
            if (!confirmed) {
                throw Problem.field(
                        "rightsConfirmed", "Confirm first that you have the right to publish this content.");
            }
            site.rightsConfirmedAt = clock.instant();
            site.rightsConfirmedBy = Current.person().id();
            activities.note(ActivityKind.RIGHTS_CONFIRMED, id, Current.person(), "");
        }
    }

    private SiteEntity entity(String id) {
        return repository
                .findByIdAndAccountIdAndDeletedAtIsNull(id, Current.person().accountId())
                .filter(site -> Current.mayTouch(site.id))
                .orElseThrow(() -> Problem.notFound("This site"));
    }
}
