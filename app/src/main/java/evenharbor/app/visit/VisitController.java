package evenharbor.app.visit;

import evenharbor.app.redirect.OldPaths;
import evenharbor.app.redirect.RedirectFacts;
import evenharbor.app.redirect.RedirectSet;
import evenharbor.app.redirect.RedirectSets;
import evenharbor.app.site.Sites;
import evenharbor.core.redirect.Redirect;
import evenharbor.core.redirect.Redirects;
import evenharbor.core.redirect.SiteFacts;
import evenharbor.core.visit.MissKind;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Missed visits, and how often redirects were followed, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class VisitController {

    private static final int DAYS = 30;
    private static final int YEAR = 365;
    private static final int MOST_MISSED = 1_000;
    private static final int MOST_SUGGESTED = 300;
    private static final int MOST_SUGGESTIONS = 3;
    private static final int MOST_REFERRERS = 5;

    private final Visits visits;
    private final RedirectSets sets;
    private final RedirectFacts facts;
    private final OldPaths past;
    private final Sites sites;
    private final Clock clock;

    VisitController(Visits visits, RedirectSets sets, RedirectFacts facts, OldPaths past, Sites sites, Clock clock) {
        this.visits = visits;
        this.sets = sets;
        this.facts = facts;
        this.past = past;
        this.sites = sites;
        this.clock = clock;
    }

    /** How often on a day (UTC). */
    record DayView(LocalDate day, long follows) {}

    /**
     * How a redirect is used.
     *
     * @param redirect its id
     * @param follows how often it was followed in the last year
     * @param lastAt when last; null when never
     * @param since since when it is there; null when that is not known
     * @param unusedForAYear whether it is there for a year and nobody followed it in that time
     * @param days the last 30 days on which it was followed
     */
    record UseView(
            String redirect,
            long follows,
            @Schema(nullable = true) Instant lastAt,
            @Schema(nullable = true) Instant since,
            boolean unusedForAYear,
            List<DayView> days) {}

    /**
     * How the redirects of a site are used.
     *
     * @param links how many redirects led someone on in the last year
     * @param follows how often
     * @param uses each redirect's use
     */
    record UsesView(long links, long follows, List<UseView> uses) {}

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

    @GetMapping("/redirects/uses")
    UsesView uses(@PathVariable String siteId) {
        RedirectSet set = sets.of(siteId);
        Map<String, List<Visits.DayOfUse>> byRule =
                visits.uses(siteId, YEAR).stream().collect(Collectors.groupingBy(Visits.DayOfUse::redirect));
        Map<String, LocalDateTime> since = visits.since(siteId);
        List<UseView> uses = new ArrayList<>();
        for (Redirect rule : sets.rules(set).list()) {
            List<Visits.DayOfUse> days = byRule.getOrDefault(rule.id(), List.of());
            Instant begun = since.containsKey(rule.id()) ? at(since.get(rule.id())) : null;
            uses.add(new UseView(
                    rule.id(),
                    days.stream().mapToLong(Visits.DayOfUse::follows).sum(),
                    days.isEmpty() ? null : at(days.get(days.size() - 1).lastAt()),
                    begun,
                    days.isEmpty()
                            && begun != null
                            && begun.isBefore(clock.instant().minus(Duration.ofDays(YEAR))),
                    days.stream()
                            .filter(d -> d.day().isAfter(today().minusDays(DAYS)))
                            .map(d -> new DayView(d.day(), d.follows()))
                            .toList()));
        }
        return new UsesView(
                uses.stream().filter(u -> u.follows() > 0).count(),
                uses.stream().mapToLong(UseView::follows).sum(),
                uses);
    }

    @GetMapping("/missed-visits")
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
                    at(missed.lastAt()),
                    before,
                    from.subList(0, Math.min(MOST_REFERRERS, from.size())),
                    suggests ? old.meant(path, MOST_SUGGESTIONS) : List.of()));
        }
        return new MissedVisitsView(
                all,
                mended,
                ignored.stream().map(i -> new IgnoredView(i.path(), i.under())).toList());
    }

    private Map<String, List<ReferrerView>> referrers(String siteId) {
        Map<String, List<ReferrerView>> byPath = new HashMap<>();
        Set<String> own = facts.hosts(siteId);
        visits.referred(siteId)
                .forEach(r -> byPath.computeIfAbsent(r.path(), p -> new ArrayList<>())
                        .add(new ReferrerView(r.host(), r.count(), own.contains(r.host()))));
        return byPath;
    }

    @PutMapping("/missed-visits/ignored")
    MissedVisitsView ignore(@PathVariable String siteId, @Valid @RequestBody Ignoring form) {
        sites.mine(siteId);
        visits.ignore(siteId, new Visits.Ignored(form.path(), form.under()), form.ignored());
        return missed(siteId);
    }

    private LocalDate today() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDate();
    }

    private static Instant at(LocalDateTime time) {
        return time.toInstant(ZoneOffset.UTC);
    }
}
