package evenharbor.app.redirect;

import evenharbor.app.site.Sites;
import evenharbor.app.visit.Visits;
import evenharbor.core.redirect.Redirects;
import evenharbor.core.redirect.SiteFacts;
import evenharbor.core.visit.MissKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Missed visits over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/missed-visits")
class MissedController {

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

    MissedController(Visits visits, RedirectSets sets, RedirectFacts facts, OldPaths past, Sites sites) {
        this.visits = visits;
        this.sets = sets;
        this.facts = facts;
        this.past = past;
        this.sites = sites;
    }

    /** Where people came from. */
    record ReferrerView(String host, long count, boolean own) {}

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
    record MissedView(
            String path,
            MissKind kind,
            long count,
            Instant lastAt,
            boolean known,
            List<ReferrerView> referrers,
            List<OldPaths.Past.Meant> meant) {}

    /** A path, or everything under it, that the people of the site do not want to hear of. */
    record IgnoredView(String path, boolean under) {}

    /**
     * Visits that found nothing in the last 30 days.
     *
     * @param missed paths, asked for most first; those that a page or redirect answers by now are left out
     * @param mended how many paths were left out because a page or redirect answers by now
     * @param ignored what is not listed because its people do not want to hear of it
     */
    record MissedVisitsView(List<MissedView> missed, int mended, List<IgnoredView> ignored) {}

    /** What is to be ignored, or not. */
    record Ignoring(
            @NotNull @Size(max = 300) @Pattern(regexp = "/.*", message = "A path begins with a slash.")
            String path,

            boolean under,
            boolean ignored) {}

    @GetMapping
    MissedVisitsView missed(@PathVariable String siteId) {
        sites.mine(siteId);
        Redirects rules = sets.rules(sets.of(siteId));
        SiteFacts known = facts.of(siteId);
        OldPaths.Past old = past.of(siteId);
        List<Visits.Ignored> ignored = visits.ignored(siteId);
        Map<String, List<ReferrerView>> referrers = referrers(siteId);
        List<MissedView> all = new ArrayList<>();
        int mended = 0;
        int suggested = 0;
        for (Visits.Missed missed : visits.missed(siteId, DAYS, MOST_MISSED)) {
            String path = missed.path();
            if (known.pages().contains(path) || !rules.candidates(path).isEmpty()) {
                mended++;
                continue;
            }
            if (ignored.stream().anyMatch(i -> i.holds(path))) {
                continue;
            }
            List<ReferrerView> from = referrers.getOrDefault(path, List.of());
            boolean before = old.known().contains(path);
            MissKind kind = MissKind.of(path, missed.browsers(), !from.isEmpty(), before);
            boolean suggests = kind == MissKind.LINK && suggested++ < MOST_SUGGESTED;
            all.add(new MissedView(
                    path,
                    kind,
                    missed.count(),
                    missed.lastAt(),
                    before,
                    from.subList(0, Math.min(MOST_REFERRERS, from.size())),
                    suggests ? old.meant(path, MOST_SUGGESTIONS) : List.of()));
        }
        return new MissedVisitsView(
                all,
                mended,
                ignored.stream().map(i -> new IgnoredView(i.path(), i.under())).toList());
    }

    @GetMapping(value = "/file", produces = "text/csv")
    ResponseEntity<String> file(@PathVariable String siteId) {
        String title = sites.mine(siteId).title();
        return CsvOut.file(
                "missed visits of " + title + ".csv",
                CsvOut.of(
                        List.of("path", "kind", "count", "last", "from", "meant"),
                        missed(siteId).missed().stream()
                                .map(MissedController::cells)
                                .toList()));
    }

    private static List<String> cells(MissedView missed) {
        return List.of(
                missed.path(),
                missed.kind().name().toLowerCase(Locale.ROOT),
                String.valueOf(missed.count()),
                missed.lastAt().toString(),
                String.join(
                        " ", missed.referrers().stream().map(ReferrerView::host).toList()),
                missed.meant().isEmpty() ? "" : missed.meant().get(0).path());
    }

    private Map<String, List<ReferrerView>> referrers(String siteId) {
        Map<String, List<ReferrerView>> byPath = new HashMap<>();
        Set<String> own = facts.hosts(siteId);
        visits.referred(siteId)
                .forEach(r -> byPath.computeIfAbsent(r.path(), p -> new ArrayList<>())
                        .add(new ReferrerView(r.host(), r.count(), own.contains(r.host()))));
        return byPath;
    }

    @PutMapping("/ignored")
    MissedVisitsView ignore(@PathVariable String siteId, @Valid @RequestBody Ignoring form) {
        sites.mine(siteId);
        visits.ignore(siteId, new Visits.Ignored(form.path(), form.under()), form.ignored());
        return missed(siteId);
    }
}
