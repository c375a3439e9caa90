package evenharbor.app.where.visit;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.addition.PageTitles;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Which pages of a site were read, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/visits")
class VisitController {

    private static final Set<Integer> SPANS = Set.of(7, 30, 90);
    private static final int MOST_PAGES = 1_000;
    private static final int MOST_FROM = 50;

    private final PageVisits visits;
    private final Sites sites;
    private final LiveStates states;
    private final Versions versions;
    private final Manifests manifests;
    private final PageTitles titles;

    VisitController(
            PageVisits visits,
            Sites sites,
            LiveStates states,
            Versions versions,
            Manifests manifests,
            PageTitles titles) {
        this.visits = visits;
        this.sites = sites;
        this.states = states;
        this.versions = versions;
        this.manifests = manifests;
        this.titles = titles;
    }

    /**
     * A page that was read.
     *
     * @param path decoded request path
     * @param title its title as it is live; empty when it has none, or is no more
     * @param live whether the page is live now
     * @param visits how often it was read
     * @param before how often in as many days before; null when that is not known
     */
    record ReadPage(
            String path,
            String title,
            boolean live,
            long visits,
            @Schema(nullable = true) Long before) {}

    /**
     * Which pages were read in the last days.
     *
     * @param days how many days
     * @param since the first day whose visits are known by page; null when there were none yet
     * @param today the day it is now (UTC): it is not over
     * @param visits how many pages were read in all
     * @param redirected how often a redirect answered
     * @param byDay day by day; days without any are left out
     * @param pages the pages, read most first
     * @param from from which other sites people came in the last 90 days, the most first
     */
    record VisitsView(
            int days,
            @Schema(nullable = true) LocalDate since,
            LocalDate today,
            long visits,
            long redirected,
            List<PageVisits.DayOfVisits> byDay,
            List<ReadPage> pages,
            List<PageVisits.From> from) {}

    @GetMapping
    VisitsView visits(@PathVariable String siteId, @RequestParam(defaultValue = "30") int days) {
        sites.mine(siteId);
        check(days);
        Map<String, String> known = states.of(siteId)
                .version()
                .flatMap(number -> versions.find(siteId, number))
                .map(SavedVersion::manifest)
                .map(manifest -> titles.of(manifests.get(manifest)))
                .orElse(Map.of());
        LocalDate since = visits.first(siteId).orElse(null);
        boolean comparable = since != null && !since.isAfter(visits.today().minusDays(2L * days - 1));
        List<PageVisits.DayOfVisits> byDay = visits.byDay(siteId, days);
        return new VisitsView(
                days,
                since,
                visits.today(),
                byDay.stream().mapToLong(PageVisits.DayOfVisits::visits).sum(),
                byDay.stream().mapToLong(PageVisits.DayOfVisits::redirected).sum(),
                byDay,
                visits.pages(siteId, days, MOST_PAGES).stream()
                        .map(page -> new ReadPage(
                                page.path(),
                                known.getOrDefault(page.path(), ""),
                                known.containsKey(page.path()),
                                page.visits(),
                                comparable ? page.before() : null))
                        .toList(),
                visits.from(siteId, MOST_FROM));
    }

    /** One page, day by day, and from which other sites people came to it. */
    record PageVisitsView(List<PageVisits.DayOfVisits> byDay, List<PageVisits.From> from) {}

    @GetMapping("/page")
    PageVisitsView ofPage(
            @PathVariable String siteId, @RequestParam String path, @RequestParam(defaultValue = "30") int days) {
        sites.mine(siteId);
        check(days);
        return new PageVisitsView(visits.byDay(siteId, path, days), visits.from(siteId, path));
    }

    private static void check(int days) {
        if (!SPANS.contains(days)) {
            throw Problem.field("days", "Choose the last 7, 30 or 90 days.");
        }
    }
}
