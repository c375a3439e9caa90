package evenharbor.core.where.redirect;

import evenharbor.core.where.redirect.RedirectFinding.Kind;
import evenharbor.core.where.redirect.RedirectFinding.Mend;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What makes no sense in a set of rules. What cannot be ruled out is said: a set without a finding never sends a request
 * on twice, so it cannot loop.
 */
public final class RedirectFindings {

    private static final int MOST_PATHS = 5;

    /** For how many missing targets a likely page is looked for. */
    private static final int MOST_LOOKED_FOR = 200;

    /** From this likeness on a page is offered in place of one that is missing. */
    private static final double LIKELY = 0.5;

    private final Redirects set;
    private final SiteFacts facts;
    private final Map<String, Compiled> byId = new LinkedHashMap<>();
    private int looked;
    private final List<RedirectFinding> findings = new ArrayList<>();

    private RedirectFindings(Redirects set, SiteFacts facts) {
        this.set = set;
        this.facts = facts;
        set.compiled().forEach(rule -> byId.put(rule.rule().id(), rule));
    }

    /** All findings of a set, those about visitors harmed first, else in the order of the list. */
    public static List<RedirectFinding> of(Redirects set, SiteFacts facts) {
        return new RedirectFindings(set, facts).all();
    }

    private List<RedirectFinding> all() {
        pages();
        byId.values().stream().filter(compiled -> !compiled.waits()).forEach(this::rivals);
        targets();
        List<RedirectFinding> sorted = new ArrayList<>();
        findings.stream().filter(f -> f.kind().serious()).forEach(sorted::add);
        findings.stream().filter(f -> !f.kind().serious()).forEach(sorted::add);
        return List.copyOf(sorted);
    }

    private void found(Kind kind, Redirect rule, List<String> others, List<String> paths, int more, List<Mend> mends) {
        findings.add(new RedirectFinding(kind, rule.id(), others, paths, more, mends));
    }

    /** Pages that a rule hides, and rules for one path that a page always comes before. */
    private void pages() {
        Map<String, List<String>> hidden = new LinkedHashMap<>();
        Map<String, String> idle = new LinkedHashMap<>();
        for (String page : facts.pages()) {
            for (Compiled taker : set.compiledAt(page)) {
                if (!taker.rule().pagesFirst()) {
                    hidden.computeIfAbsent(taker.rule().id(), r -> new ArrayList<>())
                            .add(page);
                } else if (taker.rule().source().kind() == Source.Kind.EXACT
                        && page.equals(taker.rule().source().path())) {
                    idle.put(taker.rule().id(), page);
                }
            }
        }
        hidden.forEach((id, paths) -> {
            Redirect rule = byId.get(id).rule();
            List<Mend> mends = rule.source().kind() == Source.Kind.EXACT
                    ? List.of(Mend.removing(id))
                    : List.of(
                            new Mend(Mend.What.LET_PAGES_COME_FIRST, List.of(rule.sparingPages()), List.of()),
                            Mend.removing(id));
            found(
                    Kind.HIDES_PAGE,
                    rule,
                    List.of(),
                    paths.subList(0, Math.min(MOST_PATHS, paths.size())),
                    Math.max(0, paths.size() - MOST_PATHS),
                    mends);
        });
        idle.forEach((id, page) -> found(
                Kind.NEVER_REACHED, byId.get(id).rule(), List.of(), List.of(page), 0, List.of(Mend.removing(id))));
    }

    /** Of rules for the same paths those that never get their turn, and those that say something else. */
    private void rivals(Compiled compiled) {
        List<Compiled> rivals = set.rivals(compiled);
        Redirect rule = compiled.rule();
        for (Compiled rival : rivals.size() < 2 ? List.<Compiled>of() : rivals) {
            Redirect other = rival.rule();
            if (other.id().equals(rule.id())) {
                return;
            }
            boolean fits = rival.emptyTail() || !compiled.emptyTail();
            boolean same = other.target().equals(rule.target()) && other.status() == rule.status();
            boolean covered = fits && other.covers(rule);
            boolean overlap = fits
                    && other.limited() == rule.limited()
                    && other.query().demands() == rule.query().demands()
                    && other.query().covers(rule.query())
                    && other.meetsInTime(rule);
            if (!same && (covered || overlap)) {
                found(
                        Kind.CONTRADICTION,
                        rule,
                        List.of(other.id()),
                        List.of(rule.source().path()),
                        0,
                        List.of(
                                Mend.removing(rule.id()),
                                new Mend(Mend.What.REMOVE_OTHER, List.of(), List.of(other.id()))));
                return;
            }
            if (covered) {
                found(
                        Kind.NEVER_REACHED,
                        rule,
                        List.of(other.id()),
                        List.of(rule.source().path()),
                        0,
                        List.of(Mend.removing(rule.id())));
                return;
            }
        }
    }

    private void targets() {
        Map<String, Set<String>> next = new LinkedHashMap<>();
        Meetings meetings =
                new Meetings(byId.values().stream().filter(one -> !one.waits()).toList());
        for (Compiled compiled : byId.values()) {
            Redirect rule = compiled.rule();
            Target target = compiled.target();
            boolean agreed = target.open() && !compiled.waits();
            if (rule.status() == RedirectStatus.GONE || agreed) {
                continue;
            }
            if (compiled.waits()) {
                Mend agree = new Mend(Mend.What.AGREE_TO_OPEN, List.of(rule.agreedOpen()), List.of());
                found(Kind.OPEN, rule, List.of(), List.of(rule.target()), 0, List.of(Mend.removing(rule.id()), agree));
            } else if (!target.here()) {
                elsewhere(rule);
            } else if (target.fixedPlace()) {
                Set<String> takers = takers(target.path());
                next.put(rule.id(), takers);
                if (takers.isEmpty()) {
                    page(rule, target.path());
                }
            } else {
                Set<String> takers = meetings.of(target);
                next.put(rule.id(), takers);
                if (takers.isEmpty()) {
                    folder(rule, target);
                }
            }
        }
        Loops.in(next).forEach(this::loop);
        Set<String> looping = new HashSet<>();
        findings.stream().filter(f -> f.kind() == Kind.LOOP).forEach(f -> {
            looping.add(f.rule());
            looping.addAll(f.others());
        });
        next.forEach((id, takers) -> {
            if (!takers.isEmpty() && !looping.contains(id)) {
                chain(byId.get(id).rule(), takers);
            }
        });
    }

    private Set<String> takers(String path) {
        Set<String> ids = new LinkedHashSet<>();
        take(path, ids);
        if (!path.endsWith("/") && facts.pages().contains(path + "/")) {
            // A folder's name is sent on to the folder, whose rules come next.
            take(path + "/", ids);
        }
        return ids;
    }

    private void take(String path, Set<String> ids) {
        boolean page = facts.pages().contains(path);
        set.compiledAt(path).stream()
                .filter(c -> !(page && c.rule().pagesFirst()))
                .forEach(c -> ids.add(c.rule().id()));
    }

    private void elsewhere(Redirect rule) {
        if (facts.elsewhere().of(rule.target()) == SiteFacts.Place.NOT_LIVE) {
            found(Kind.TARGET_NOT_LIVE, rule, List.of(), List.of(rule.target()), 0, List.of(Mend.removing(rule.id())));
        }
    }

    private void page(Redirect rule, String path) {
        if (!facts.pages().contains(path)) {
            found(Kind.TARGET_MISSING, rule, List.of(), List.of(path), 0, missing(rule, path));
        } else if (!facts.live().isEmpty() && !facts.live().contains(path)) {
            found(Kind.TARGET_UNPUBLISHED, rule, List.of(), List.of(path), 0, List.of());
        }
    }

    private List<Mend> missing(Redirect rule, String path) {
        List<Mend> mends = new ArrayList<>();
        if (looked++ < MOST_LOOKED_FOR) {
            facts.likely().to(path, 1).stream()
                    .filter(page -> page.score() >= LIKELY)
                    .forEach(page -> mends.add(new Mend(
                            Mend.What.LEAD_TO_LIKELY_PAGE,
                            List.of(rule.leadingTo(Target.encoded(page.path()), rule.status(), rule.query())),
                            List.of())));
        }
        mends.add(Mend.removing(rule.id()));
        return mends;
    }

    /** A target that depends on what is asked for is missing when no page begins as it does. */
    private void folder(Redirect rule, Target target) {
        String begins =
                Target.decoded(target.place().substring(0, target.place().indexOf('{')));
        String first = facts.pages().ceiling(begins);
        if (first == null || !first.startsWith(begins)) {
            found(Kind.TARGET_MISSING, rule, List.of(), List.of(begins), 0, List.of(Mend.removing(rule.id())));
        }
    }

    private void loop(List<String> ring) {
        Redirect rule = byId.get(ring.get(0)).rule();
        List<Mend> mends = new ArrayList<>();
        if (ring.size() == 1
                && rule.ignoresCase()
                && !rule.source().path().equals(Target.of(rule.target()).path())
                && rule.source()
                        .path()
                        .equalsIgnoreCase(Target.of(rule.target()).path())) {
            mends.add(new Mend(Mend.What.MIND_CASE, List.of(rule.mindingCase()), List.of()));
        }
        mends.add(Mend.removing(rule.id()));
        found(
                Kind.LOOP,
                rule,
                ring.subList(1, ring.size()),
                ring.stream()
                        .limit(MOST_PATHS)
                        .map(id -> byId.get(id).rule().source().path())
                        .toList(),
                Math.max(0, ring.size() - MOST_PATHS),
                mends);
    }

    private void chain(Redirect rule, Set<String> takers) {
        Optional<Redirect> shorter = Shortening.of(rule, set, facts);
        found(
                Kind.CHAIN,
                rule,
                List.copyOf(takers),
                shorter.map(s -> List.of(s.target())).orElse(List.of()),
                0,
                shorter.map(s -> List.of(new Mend(Mend.What.LEAD_TO_LAST_STOP, List.of(s), List.of())))
                        .orElse(List.of()));
    }
}
