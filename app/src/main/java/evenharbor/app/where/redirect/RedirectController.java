package evenharbor.app.where.redirect;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.People;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectFault;
import evenharbor.core.where.redirect.RedirectFinding;
import evenharbor.core.where.redirect.RedirectFindings;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.RedirectReading;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.SiteFacts;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The redirects of a site over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/redirects")
class RedirectController {

    private final RedirectSets sets;
    private final RedirectContents contents;
    private final RedirectFacts facts;
    private final LiveStates states;
    private final Sites sites;
    private final People people;

    RedirectController(
            RedirectSets sets,
            RedirectContents contents,
            RedirectFacts facts,
            LiveStates states,
            Sites sites,
            People people) {
        this.sets = sets;
        this.contents = contents;
        this.facts = facts;
        this.states = states;
        this.sites = sites;
        this.people = people;
    }

    /**
     * A way to mend a finding.
     *
     * @param what what is done
     * @param put rules as they will be
     * @param remove ids of rules that go
     */
    record MendView(RedirectFinding.Mend.What what, List<Rule> put, List<String> remove) {}

    /**
     * Something about a rule that makes no sense.
     *
     * @param kind what it is
     * @param serious whether visitors are harmed by it
     * @param rule id of the rule it is about
     * @param others ids of other rules it is about
     * @param paths paths it shows itself at
     * @param more at how many more
     * @param mends what can be done about it
     */
    record FindingView(
            RedirectFinding.Kind kind,
            boolean serious,
            String rule,
            List<String> others,
            List<String> paths,
            int more,
            List<MendView> mends) {}

    /**
     * The redirects of a site.
     *
     * @param revision for If-Match
     * @param what what was done last; empty when nothing was
     * @param changedBy who did it
     * @param changedAt when
     * @param undoable whether it can be undone
     * @param live whether the site is live
     * @param waiting how many rules differ from those that visitors meet
     * @param rules the rules, in their order
     * @param findings what makes no sense, the serious first
     */
    record RedirectsView(
            long revision,
            String what,
            String changedBy,
            Instant changedAt,
            boolean undoable,
            boolean live,
            int waiting,
            List<Rule> rules,
            List<FindingView> findings) {}

    /** A page of the draft, with its title. */
    record PageView(String path, String title) {}

    /** A rule as it is typed. */
    record Typed(@Valid @NotNull Rule rule) {}

    /**
     * What would come of a rule.
     *
     * @param rule the rule, cleaned; null when there are faults
     * @param faults what is wrong, by field
     * @param cleanings what was changed of what was typed
     * @param findings what would make no sense with it
     */
    record TypedView(
            @Schema(nullable = true) Rule rule,
            List<RedirectFault> faults,
            List<String> cleanings,
            List<FindingView> findings) {}

    /**
     * A change of several rules at once.
     *
     * @param put rules in place of those with the same id; those without an id are new
     * @param remove ids of rules that go
     * @param what what is done, in words, such as "shortened 3 chains"
     */
    record RuleChanges(
            @NotNull List<@Valid @NotNull Rule> put,
            @NotNull Set<@NotNull String> remove,
            @NotNull String what) {}

    @GetMapping
    ResponseEntity<RedirectsView> redirects(@PathVariable String siteId) {
        return answer(sets.of(siteId));
    }

    @GetMapping("/pages")
    List<PageView> pages(@PathVariable String siteId) {
        sites.mine(siteId);
        return facts.pages(siteId).entrySet().stream()
                .map(page -> new PageView(page.getKey(), page.getValue()))
                .toList();
    }

    @PostMapping("/assessment")
    TypedView sense(@PathVariable String siteId, @Valid @RequestBody Typed typed) {
        RedirectSet set = sets.of(siteId);
        RedirectReading reading = facts.reader(siteId).read(typed.rule().typed());
        if (reading.rule().isEmpty()) {
            return new TypedView(null, reading.faults(), reading.cleanings(), List.of());
        }
        Redirect rule = reading.rule().get().id().isEmpty()
                ? reading.rule().get().named("new")
                : reading.rule().get();
        List<Redirect> with = new ArrayList<>(sets.rules(set).list().stream()
                .map(r -> r.id().equals(rule.id()) ? rule : r)
                .toList());
        if (!with.contains(rule)) {
            with.add(rule);
        }
        List<FindingView> findings = RedirectFindings.of(Redirects.of(with), facts.of(siteId)).stream()
                .filter(f -> f.rule().equals(rule.id()) || f.others().contains(rule.id()))
                .map(RedirectController::view)
                .toList();
        return new TypedView(Rule.of(reading.rule().get()), List.of(), reading.cleanings(), findings);
    }

    @PostMapping("/changes")
    ResponseEntity<RedirectsView> change(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody RuleChanges changes) {
        sites.mine(siteId);
        RedirectReader reader = facts.reader(siteId);
        List<Redirect> put = new ArrayList<>();
        List<Problem.Violation> violations = new ArrayList<>();
        for (int i = 0; i < changes.put().size(); i++) {
            RedirectReading reading = reader.read(changes.put().get(i).typed());
            reading.rule().ifPresent(put::add);
            for (RedirectFault fault : reading.faults()) {
                violations.add(new Problem.Violation("put[" + i + "]." + fault.field(), fault.sentence()));
            }
        }
        if (!violations.isEmpty()) {
            throw new Problem(ProblemType.INVALID, violations.get(0).sentence()).with("violations", violations);
        }
        return answer(sets.change(siteId, IfMatch.revision(ifMatch), put, changes.remove(), changes.what()));
    }

    @PostMapping("/undo")
    ResponseEntity<RedirectsView> undo(
            @PathVariable String siteId, @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return answer(sets.undo(siteId, IfMatch.revision(ifMatch)));
    }

    @PostMapping("/live")
    ResponseEntity<RedirectsView> apply(
            @PathVariable String siteId, @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return answer(sets.apply(siteId, IfMatch.revision(ifMatch)));
    }

    private ResponseEntity<RedirectsView> answer(RedirectSet set) {
        Redirects rules = sets.rules(set);
        SiteFacts known = facts.of(set.siteId());
        Live live = states.of(set.siteId());
        RedirectsView view = new RedirectsView(
                set.revision(),
                set.what(),
                set.changedBy().isEmpty()
                        ? ""
                        : people.names(List.of(set.changedBy())).of(set.changedBy()),
                set.changedAt(),
                set.undoable(),
                live.live(),
                waiting(rules, contents.get(live.redirects())),
                rules.list().stream().map(Rule::of).toList(),
                RedirectFindings.of(rules, known).stream()
                        .map(RedirectController::view)
                        .toList());
        return ResponseEntity.ok().eTag(IfMatch.tag(set.revision())).body(view);
    }

    private static int waiting(Redirects now, Redirects live) {
        Map<String, Redirect> before =
                live.list().stream().collect(Collectors.toMap(Redirect::id, Function.identity(), (a, b) -> a));
        Set<String> gone = new HashSet<>(before.keySet());
        int differ = 0;
        for (Redirect rule : now.list()) {
            gone.remove(rule.id());
            differ += rule.equals(before.get(rule.id())) ? 0 : 1;
        }
        return differ + gone.size();
    }

    private static FindingView view(RedirectFinding finding) {
        return new FindingView(
                finding.kind(),
                finding.kind().serious(),
                finding.rule(),
                finding.others(),
                finding.paths(),
                finding.more(),
                finding.mends().stream()
                        .map(m -> new MendView(
                                m.what(), m.put().stream().map(Rule::of).toList(), m.remove()))
                        .toList());
    }
}
