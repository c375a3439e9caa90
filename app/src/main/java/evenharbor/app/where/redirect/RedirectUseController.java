package evenharbor.app.where.redirect;

import evenharbor.app.where.visit.Visits;
import evenharbor.core.where.redirect.Redirect;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** How often redirects were followed, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/redirects/uses")
class RedirectUseController {

    private static final int DAYS = 30;
    private static final int YEAR = 365;

    private final Visits visits;
    private final RedirectSets sets;
    private final Clock clock;

    RedirectUseController(Visits visits, RedirectSets sets, Clock clock) {
        this.visits = visits;
        this.sets = sets;
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

    @GetMapping
    UsesView uses(@PathVariable String siteId) {
        RedirectSet set = sets.of(siteId);
        Map<String, List<Visits.DayOfUse>> byRule =
                visits.uses(siteId, YEAR).stream().collect(Collectors.groupingBy(Visits.DayOfUse::redirect));
        Map<String, Instant> since = visits.since(siteId);
        List<UseView> uses = new ArrayList<>();
        for (Redirect rule : sets.rules(set).list()) {
            List<Visits.DayOfUse> days = byRule.getOrDefault(rule.id(), List.of());
            Instant begun = since.get(rule.id());
            uses.add(new UseView(
                    rule.id(),
                    days.stream().mapToLong(Visits.DayOfUse::follows).sum(),
                    days.isEmpty() ? null : days.get(days.size() - 1).lastAt(),
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

    private LocalDate today() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDate();
    }
}
