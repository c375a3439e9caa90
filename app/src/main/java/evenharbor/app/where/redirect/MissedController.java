package evenharbor.app.where.redirect;

import evenharbor.app.common.web.CsvOut;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.visit.Visits;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
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

    private final MissedVisits missed;
    private final Visits visits;
    private final Sites sites;

    MissedController(MissedVisits missed, Visits visits, Sites sites) {
        this.missed = missed;
        this.visits = visits;
        this.sites = sites;
    }

    /** What is to be ignored, or not. */
    record Ignoring(
            @NotNull @Size(max = 300) @Pattern(regexp = "/.*", message = "A path begins with a slash.")
            String path,

            boolean under,
            boolean ignored) {}

    @GetMapping
    MissedVisits.MissedVisitsView missed(@PathVariable String siteId) {
        return missed.of(siteId);
    }

    @GetMapping(value = "/file", produces = "text/csv")
    ResponseEntity<String> file(@PathVariable String siteId) {
        String title = sites.mine(siteId).title();
        return CsvOut.file(
                "missed visits of " + title + ".csv",
                CsvOut.of(
                        List.of("path", "kind", "count", "last", "from", "meant"),
                        missed.of(siteId).missed().stream()
                                .map(MissedController::cells)
                                .toList()));
    }

    private static List<String> cells(MissedVisits.MissedView missed) {
        return List.of(
                missed.path(),
                missed.kind().name().toLowerCase(Locale.ROOT),
                String.valueOf(missed.count()),
                missed.lastAt().toString(),
                String.join(
                        " ",
                        missed.referrers().stream()
                                .map(MissedVisits.ReferrerView::host)
                                .toList()),
                missed.meant().isEmpty() ? "" : missed.meant().get(0).path());
    }

    @PutMapping("/ignored")
    MissedVisits.MissedVisitsView ignore(@PathVariable String siteId, @Valid @RequestBody Ignoring form) {
        sites.mine(siteId);
        visits.ignore(siteId, new Visits.Ignored(form.path(), form.under()), form.ignored());
        return missed.of(siteId);
    }
}
