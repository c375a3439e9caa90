package evenharbor.app.where.redirect;

import evenharbor.app.what.site.Sites;
import evenharbor.app.where.visit.Visits;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.visit.MissKind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Visits that found nothing: who asked, as far as that can be told, and which pages they most likely meant. */
@Service
@Transactional(readOnly = true)
public class MissedVisits {

    private static final int DAYS = 30;
    private static final int MOST_MISSED = 1_000;
    private static final int MOST_SUGGESTED = 300;
    private static final int MOST_SUGGESTIONS = 3;
    private static final int MOST_REFERRERS = 5;

    private final Visits visits;
    private final RedirectSets sets;
    private final RedirectFacts facts;
    private final OldPaths past;
    private final Sites sites;

    MissedVisits(Visits visits, RedirectSets sets, RedirectFacts facts, OldPaths past, Sites sites) {
        this.visits = visits;
        this.sets = sets;
        this.facts = facts;
        this.past = past;
        this.sites = sites;
    }

    /** Where people came from. */
    public record ReferrerView(String host, long count, boolean own) {}

    /**
     * A path that found nothing.
     *
     * @param path decoded path
     * @param kind who asked for it, as far as that can be told
     * @param count how often in the last 30 days
     * @param lastAt when last
     * @param known whether an earlier version had something there
     * @param referrers from which host names' pages people came
     * @param meant the pages it most likely meant, the likeliest first
     */
    public record MissedView(
            String path,
            MissKind kind,
            long count,
            Instant lastAt,
            boolean known,
            List<ReferrerView> referrers,
            List<OldPaths.Past.Meant> meant) {}

    /** A path, or everything under it, that the people of the site do not want to hear of. */
    public record IgnoredView(String path, boolean under) {}

    /**
     * Visits that found nothing in the last 30 days.
     *
     * @param missed paths, asked for most first; those that a page or redirect answers by now are left out
     * @param mended how many paths were left out because a page or redirect answers by now
     * @param ignored what is not listed because its people do not want to hear of it
     */
    public record MissedVisitsView(List<MissedView> missed, int mended, List<IgnoredView> ignored) {}

    /** What found nothing on one of the person's sites in the last 30 days. */
    public MissedVisitsView of(String siteId) {
        sites.mine(siteId);
        OldPaths.Past old = past.of(siteId);
        Map<String, List<ReferrerView>> referrers = referrers(siteId);
        List<Visits.Missed> missed = visits.missed(siteId, DAYS, MOST_MISSED);
        List<Visits.Missed> open = open(siteId, missed);
        List<Visits.Ignored> ignored = visits.ignored(siteId);
        List<MissedView> all = new ArrayList<>();
        int suggested = 0;
        for (Visits.Missed each : open) {
            if (ignored.stream().anyMatch(i -> i.holds(each.path()))) {
                continue;
            }
            List<ReferrerView> from = referrers.getOrDefault(each.path(), List.of());
            boolean known = old.known().contains(each.path());
            MissKind kind = MissKind.of(each.path(), each.browsers(), !from.isEmpty(), known);
            boolean suggests = kind == MissKind.LINK && suggested++ < MOST_SUGGESTED;
            all.add(new MissedView(
                    each.path(),
                    kind,
                    each.count(),
                    each.lastAt(),
                    known,
                    from.subList(0, Math.min(MOST_REFERRERS, from.size())),
                    suggests ? old.meant(each.path(), MOST_SUGGESTIONS) : List.of()));
        }
        return new MissedVisitsView(
                all,
                missed.size() - open.size(),
                ignored.stream().map(i -> new IgnoredView(i.path(), i.under())).toList());
    }

    /**
     * How often people followed a link to nothing on several sites in the last 30 days, and nothing was done about it.
     *
     * @param drafts hashes of the manifests of the sites' drafts, by site
     * @return by site; sites where nobody did are left out
     */
    public Map<String, Long> byPeople(Map<String, String> drafts) {
        Map<String, List<Visits.Missed>> missed = visits.missedByBrowsers(drafts.keySet(), DAYS, MOST_MISSED);
        missed.values()
                .forEach(paths ->
                        paths.removeIf(m -> MissKind.of(m.path(), m.browsers(), false, false) != MissKind.LINK));
        missed.values().removeIf(List::isEmpty);
        if (missed.isEmpty()) {
            return Map.of();
        }
        Map<String, Redirects> rules = sets.now(missed.keySet());
        Map<String, Long> all = new HashMap<>();
        missed.forEach((site, paths) -> all.put(
                site,
                open(paths, facts.paths(drafts.get(site)), rules.get(site)).stream()
                        .mapToLong(Visits.Missed::count)
                        .sum()));
        return all;
    }

    /** Those that no page and no redirect answers by now. */
    private List<Visits.Missed> open(String siteId, List<Visits.Missed> missed) {
        if (missed.isEmpty()) {
            return missed;
        }
        return open(missed, facts.of(siteId).pages(), sets.rules(sets.of(siteId)));
    }

    private static List<Visits.Missed> open(List<Visits.Missed> missed, Set<String> pages, Redirects rules) {
        return missed.stream()
                .filter(m ->
                        !pages.contains(m.path()) && rules.candidates(m.path()).isEmpty())
                .toList();
    }

    private Map<String, List<ReferrerView>> referrers(String siteId) {
        Map<String, List<ReferrerView>> byPath = new HashMap<>();
        Set<String> own = facts.hosts(siteId);
        visits.referred(siteId)
                .forEach(r -> byPath.computeIfAbsent(r.path(), p -> new ArrayList<>())
                        .add(new ReferrerView(r.host(), r.count(), own.contains(r.host()))));
        return byPath;
    }
}
