package evenharbor.app.where.redirect;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.SiteCreated;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.RedirectsNow;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The redirects that are worked on. Visitors meet them with the next publish, or at once when they are applied. */
@Service
@Transactional
public class RedirectSets implements RedirectsNow {

    /** The most rules of a site. */
    static final int MOST_RULES = 50_000;

    /** The most patterns of a site: patterns at the same place of a path are tried one after the other. */
    static final int MOST_PATTERNS = 500;

    private final RedirectSetRepository repository;
    private final RedirectContents contents;
    private final Sites sites;
    private final LiveStates states;
    private final Versions versions;
    private final People people;
    private final JdbcTemplate db;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    RedirectSets(
            RedirectSetRepository repository,
            RedirectContents contents,
            Sites sites,
            LiveStates states,
            Versions versions,
            People people,
            JdbcTemplate db,
            Activities activities,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.contents = contents;
        this.sites = sites;
        this.states = states;
        this.versions = versions;
        this.people = people;
        this.db = db;
        this.activities = activities;
        this.events = events;
        this.clock = clock;
    }

    @EventListener
    void begin(SiteCreated created) {
        RedirectSetEntity set = new RedirectSetEntity();
        set.siteId = created.site().id();
        set.rules = created.settingsFrom().map(origin -> now(origin.id())).orElse("");
        set.what = "";
        set.changedBy = Current.person().id();
        set.changedAt = clock.instant();
        repository.save(set);
    }

    /** The set of one of the person's sites. */
    @Transactional(readOnly = true)
    public RedirectSet of(String siteId) {
        sites.mine(siteId);
        return find(siteId).toSet();
    }

    @Override
    @Transactional(readOnly = true)
    public String now(String siteId) {
        return find(siteId).rules;
    }

    /** The rules that several sites have just now, by site. */
    @Transactional(readOnly = true)
    public Map<String, Redirects> now(Collection<String> siteIds) {
        return repository.findBySiteIdIn(siteIds).stream()
                .collect(Collectors.toMap(set -> set.siteId, set -> contents.get(set.rules)));
    }

    /** The rules of a set. */
    public Redirects rules(RedirectSet set) {
        return contents.get(set.rules());
    }

    /**
     * Puts some rules in place of those with the same ids or behind the others, and takes some away.
     *
     * @param expected the revision the change was made for; stale when it is another by now
     * @param what what is done, in words
     */
    public RedirectSet change(
            String siteId, OptionalLong expected, List<Redirect> put, Set<String> remove, String what) {
        RedirectSetEntity set = locked(siteId, expected);
        List<Redirect> before = contents.get(set.rules).list();
        Set<String> known = before.stream().map(Redirect::id).collect(Collectors.toSet());
        List<Redirect> after = merged(before, put, remove);
        List<Redirect> added =
                after.stream().filter(rule -> !known.contains(rule.id())).toList();
        since(siteId, added);
        checkSize(after);
        return put(set, contents.put(after), what);
    }

    /** Some rules put in place of those with the same ids or behind the others, and some taken away. */
    static List<Redirect> merged(List<Redirect> before, List<Redirect> put, Set<String> remove) {
        Map<String, Redirect> changed = put.stream().collect(Collectors.toMap(Redirect::id, rule -> rule, (a, b) -> b));
        Set<String> known = before.stream().map(Redirect::id).collect(Collectors.toSet());
        List<Redirect> after = new ArrayList<>();
        before.stream()
                .filter(rule -> !remove.contains(rule.id()))
                .forEach(rule -> after.add(changed.getOrDefault(rule.id(), rule)));
        put.stream().filter(rule -> !known.contains(rule.id())).forEach(rule -> after.add(rule.named(Ids.id())));
        return after;
    }

    private static void checkSize(List<Redirect> rules) {
        if (rules.size() > MOST_RULES) {
            throw new Problem(
                    ProblemType.INVALID,
                    "A site holds at most " + MOST_RULES
                            + " redirects. Nothing was changed. Use one rule for a whole folder.");
        }
        long patterns = rules.stream()
                .filter(rule -> rule.source().kind() == Source.Kind.PATTERN)
                .count();
        if (patterns > MOST_PATTERNS) {
            throw new Problem(
                    ProblemType.INVALID,
                    "A site holds at most " + MOST_PATTERNS
                            + " patterns, so that none of its visitors waits. Nothing was changed. Use one pattern for"
                            + " many paths, or rules for one path each.");
        }
    }

    private void since(String siteId, List<Redirect> added) {
        LocalDateTime now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        db.batchUpdate(
                "insert ignore into redirect_since (site_id, redirect_id, since) values (?, ?, ?)",
                added.stream()
                        .map(rule -> new Object[] {siteId, rule.id(), now})
                        .toList());
    }

    /** Makes the set what it was before its last change; doing so again takes it back. */
    public RedirectSet undo(String siteId, OptionalLong expected) {
        RedirectSetEntity set = locked(siteId, expected);
        if (set.beforeRules == null) {
            throw new Problem(ProblemType.NOT_READY, "There is no change to undo. Nothing was changed.");
        }
        return put(set, set.beforeRules, "undid: " + set.what);
    }

    /** Makes the set the one that a version was live with. */
    public RedirectSet replace(String siteId, String rules, String what) {
        return put(locked(siteId, OptionalLong.empty()), rules, what);
    }

    /** Lets visitors meet the rules at once, without a publish. */
    public RedirectSet apply(String siteId, OptionalLong expected) {
        sites.mine(siteId);
        // The site first, then what it owns: the one order of locks.
        states.lock(siteId);
        RedirectSetEntity set = locked(siteId, expected);
        Live live = states.apply(siteId, new SiteEvent.RedirectsApplied(set.rules));
        live.version().ifPresent(number -> versions.livesWith(siteId, number, set.rules));
        activities.note(
                ActivityKind.REDIRECTS_APPLIED,
                siteId,
                Current.person(),
                contents.get(set.rules).list().size() + " redirects");
        return set.toSet();
    }

    private RedirectSetEntity find(String siteId) {
        return repository.findBySiteId(siteId).orElseThrow(() -> Problem.notFound("These redirects"));
    }

    private RedirectSetEntity locked(String siteId, OptionalLong expected) {
        sites.mine(siteId);
        RedirectSetEntity set = repository.lock(siteId).orElseThrow(() -> Problem.notFound("These redirects"));
        if (expected.isPresent() && expected.getAsLong() != set.revision) {
            String who = people.names(List.of(set.changedBy)).of(set.changedBy);
            throw Problem.stale(
                    who + " changed the redirects since you opened them (" + set.what
                            + "). Nothing was changed by you. Look at them as they are now, then try again.",
                    set.revision,
                    who,
                    set.changedAt,
                    set.what);
        }
        return set;
    }

    private RedirectSet put(RedirectSetEntity set, String rules, String what) {
        Person person = Current.person();
        if (!rules.equals(set.rules)) {
            set.beforeRules = set.rules;
            set.rules = rules;
            set.what = what.length() > 290 ? what.substring(0, 289) + "…" : what;
            set.revision++;
            set.changedBy = person.id();
            set.changedAt = clock.instant();
            repository.save(set);
            activities.note(ActivityKind.REDIRECTS_CHANGED, set.siteId, person, set.what);
            events.publishEvent(new RedirectsChanged(set.siteId));
        }
        return set.toSet();
    }
}
