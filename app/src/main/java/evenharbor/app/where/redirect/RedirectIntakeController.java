package evenharbor.app.where.redirect;

import evenharbor.app.common.web.CsvOut;
import evenharbor.app.what.site.Sites;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectFault;
import evenharbor.core.where.redirect.RedirectIntake;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.RedirectReading;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Redirects in and out: files of rules, and lists of old URLs to be matched against today's pages. */
@RestController
@RequestMapping("/api/sites/{siteId}/redirects")
class RedirectIntakeController {

    private static final int MOST_SUGGESTIONS = 3;

    private final RedirectSets sets;
    private final RedirectFacts facts;
    private final OldPaths past;
    private final Sites sites;

    RedirectIntakeController(RedirectSets sets, RedirectFacts facts, OldPaths past, Sites sites) {
        this.sets = sets;
        this.facts = facts;
        this.past = past;
        this.sites = sites;
    }

    /** A text to be looked at. */
    record Sheet(
            @NotNull(message = "Send the text.") @Size(max = 20_000_000, message = "Import at most 20 MB at once.")
            String text) {}

    /**
     * A line of a file, and what taking it in would do.
     *
     * @param line number of the line
     * @param outcome what taking it in would do
     * @param rule the rule as it would be; null when it is wrong
     * @param before the rule there is for the same paths; null when there is none
     * @param faults what is wrong
     * @param cleanings what was changed of what was given
     */
    record RuleLineView(
            int line,
            RedirectIntake.Outcome outcome,
            @Schema(nullable = true) Rule rule,
            @Schema(nullable = true) Rule before,
            List<RedirectFault> faults,
            List<String> cleanings) {}

    /** What becomes of an old URL as things are. */
    enum Fate {
        /** A page is there. */
        PAGE,
        /** A redirect takes it. */
        REDIRECTED,
        /** Nothing is there; the suggestions say what may have been meant. */
        MISSING,
        /** It is no URL of this site. */
        WRONG
    }

    /**
     * An old URL, and the pages that it most likely meant.
     *
     * @param url as it was given
     * @param source the path of a rule for it; empty when it is wrong
     * @param fate what becomes of it as things are
     * @param sentence what is wrong with it; empty when nothing is
     * @param meant the pages it most likely meant, the likeliest first
     */
    record MatchView(String url, String source, Fate fate, String sentence, List<OldPaths.Past.Meant> meant) {}

    @GetMapping(value = "/file", produces = "text/csv")
    ResponseEntity<String> file(@PathVariable String siteId) {
        return CsvOut.file(
                "redirects of " + sites.mine(siteId).title() + ".csv",
                RedirectFile.write(sets.rules(sets.of(siteId)).list()));
    }

    @PostMapping("/file/assessment")
    List<RuleLineView> look(@PathVariable String siteId, @Valid @RequestBody Sheet sheet) {
        Redirects set = sets.rules(sets.of(siteId));
        return RedirectIntake.of(RedirectFile.read(sheet.text(), facts.reader(siteId)), set).stream()
                .map(line -> new RuleLineView(
                        line.line(),
                        line.outcome(),
                        line.rule().map(Rule::of).orElse(null),
                        line.before().map(Rule::of).orElse(null),
                        line.faults(),
                        line.cleanings()))
                .toList();
    }

    @PostMapping("/matches")
    List<MatchView> matches(@PathVariable String siteId, @Valid @RequestBody Sheet sheet) {
        Redirects set = sets.rules(sets.of(siteId));
        SiteFacts known = facts.of(siteId);
        RedirectReader reader = facts.reader(siteId);
        OldPaths.Past old = past.of(siteId);
        List<MatchView> all = new ArrayList<>();
        Set<String> sources = new HashSet<>();
        for (String url : OldUrls.of(sheet.text())) {
            RedirectReading reading = reader.read(TypedRedirect.of(Source.Kind.EXACT, url, "/"));
            if (reading.rule().isEmpty()) {
                all.add(new MatchView(
                        url, "", Fate.WRONG, reading.faults().get(0).sentence(), List.of()));
                continue;
            }
            Redirect rule = reading.rule().get();
            String path = rule.source().path();
            if (sources.add(path + "?" + rule.query().parameters())) {
                Fate fate = fate(rule, set, known);
                all.add(new MatchView(
                        url,
                        path
                                + (rule.query().parameters().isEmpty()
                                        ? ""
                                        : "?" + rule.query().parameters()),
                        fate,
                        "",
                        fate == Fate.MISSING ? old.meant(path, MOST_SUGGESTIONS) : List.of()));
            }
        }
        return all;
    }

    private static Fate fate(Redirect rule, Redirects set, SiteFacts known) {
        String path = rule.source().path();
        if (known.pages().contains(path)) {
            return Fate.PAGE;
        }
        return set.candidates(path).isEmpty() ? Fate.MISSING : Fate.REDIRECTED;
    }
}
