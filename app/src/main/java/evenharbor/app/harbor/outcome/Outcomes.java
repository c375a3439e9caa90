package evenharbor.app.harbor.outcome;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.harbor.route.EdgeRoutes;
import evenharbor.app.harbor.route.Supposed;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.redirect.RedirectFacts;
import evenharbor.app.where.redirect.RedirectProposals;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.harbor.outcome.OutcomeDifference;
import evenharbor.core.harbor.outcome.OutcomeDifference.Kind;
import evenharbor.core.harbor.outcome.Recorded;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.version.Change;
import evenharbor.core.what.version.Changes;
import evenharbor.core.where.visit.LikelyPages;
import evenharbor.core.who.audience.AudienceRules;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;

/**
 * What visitors will notice of a change: what they asked for in the last 30 days, decided again by the routes that would
 * answer after it.
 */
@Service
public class Outcomes {

    private static final int MOST_LINES = 200;
    private static final int MOST_SUGGESTED = 50;
    private static final int MOST_MEANT = 2;

    private final Sites sites;
    private final LiveStates states;
    private final Drafts drafts;
    private final Versions versions;
    private final Review review;
    private final RedirectProposals proposals;
    private final RedirectSets sets;
    private final RedirectFacts facts;
    private final SiteClosures closures;
    private final EdgeRoutes routes;
    private final AskedLately asked;
    private final Clock clock;

    Outcomes(
            Sites sites,
            LiveStates states,
            Drafts drafts,
            Versions versions,
            Review review,
            RedirectProposals proposals,
            RedirectSets sets,
            RedirectFacts facts,
            SiteClosures closures,
            EdgeRoutes routes,
            AskedLately asked,
            Clock clock) {
        this.sites = sites;
        this.states = states;
        this.drafts = drafts;
        this.versions = versions;
        this.review = review;
        this.proposals = proposals;
        this.sets = sets;
        this.facts = facts;
        this.closures = closures;
        this.routes = routes;
        this.asked = asked;
        this.clock = clock;
    }

    /** What would be then: the site, and what is known of the files it would be made of. */
    private record Then(Supposed site, String manifest, Map<String, String> kept) {}

    /** What visitors notice when the draft is published. */
    public OutcomeView ofPublish(String siteId, Selection selection, Set<String> declined) {
        Site site = sites.mine(siteId);
        Live live = states.of(siteId);
        return told(siteId, routes.routes(), published(site, live, live.life(), selection, declined), clock.instant());
    }

    private Then published(Site site, Live live, SiteLife life, Selection selection, Set<String> declined) {
        Draft draft = drafts.find(site.id());
        Review.Going going = review.going(site.id(), draft, selection);
        Supposed then = Supposed.of(live, showing(life, new SiteLife.Shown(0, "")))
                .madeOf(going.manifest(), site.settings())
                .with(proposals.foreseen(site.id(), going.changes(), going.files(), declined));
        return new Then(then, going.manifest(), kept(going.changes()));
    }

    private static SiteLife showing(SiteLife life, SiteLife.Shown shown) {
        return new SiteLife(
                Optional.of(shown), true, false, life.publishing(), life.redirects(), life.closure(), life.deleted());
    }

    /** For each request path that a change takes the page from, the path of that change. */
    private static Map<String, String> kept(Changes changes) {
        Map<String, String> kept = new HashMap<>();
        for (Change change : changes.list()) {
            if (change.kind() == Change.Kind.REMOVED || change.kind() == Change.Kind.MOVED) {
                kept.put(SitePath.requestPath(change.from().orElse(change.path())), change.path());
            }
        }
        return kept;
    }

    /** What visitors notice when a version goes live. @param redirects whether its redirects come back too */
    public OutcomeView ofVersion(String siteId, int number, boolean redirects) {
        sites.mine(siteId);
        SavedVersion version = versions.of(siteId, number);
        Live live = states.of(siteId);
        SiteLife life = live.life();
        SiteLife.Shown shown = new SiteLife.Shown(number, version.build().orElse(""));
        SiteLife after = next(life, new SiteEvent.Restored(shown, redirects ? version.redirects() : life.redirects()));
        return told(siteId, routes.routes(), then(live, after), clock.instant());
    }

    /** What visitors notice when the site is taken down. */
    public OutcomeView ofTakeDown(String siteId, boolean everywhere) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        SiteLife after = next(live.life(), new SiteEvent.TakenDown(everywhere));
        return told(siteId, routes.routes(), then(live, after), clock.instant());
    }

    /** What visitors notice when the site, or paths of it, are closed for now. */
    public OutcomeView ofClosing(String siteId, Closing closing) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        SiteLife after = closures.of(siteId, closing, Optional.empty())
                .map(closure -> next(live.life(), new SiteEvent.Closed(closure)))
                .orElse(live.life());
        return told(siteId, routes.routes(), then(live, after), clock.instant());
    }

    /** What visitors notice when the redirects that are worked on go live. */
    public OutcomeView ofRedirects(String siteId) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        SiteLife after = next(live.life(), new SiteEvent.RedirectsApplied(sets.now(siteId)));
        return told(siteId, routes.routes(), then(live, after), clock.instant());
    }

    /** What visitors notice when the site has these addresses. */
    public OutcomeView ofAddresses(String siteId, List<Address> addresses) {
        return asItIs(siteId, site -> site.at(addresses));
    }

    /** What visitors notice when others are let in. */
    public OutcomeView ofAudience(String siteId, AudienceRules rules) {
        return asItIs(siteId, site -> site.lettingIn(rules));
    }

    /** The site as it stands, but for what is around it. */
    private OutcomeView asItIs(String siteId, UnaryOperator<Supposed> change) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        Then same = then(live, live.life());
        return told(
                siteId,
                routes.routes(),
                new Then(change.apply(same.site()), same.manifest(), Map.of()),
                clock.instant());
    }

    /**
     * How a site stands at a time to come.
     *
     * @param life what visitors get; version 0 stands for the draft
     * @param addresses its addresses
     */
    public record Standing(SiteLife life, List<Address> addresses) {}

    /** What visitors notice when a site comes to stand otherwise, at an instant. */
    public OutcomeView of(String siteId, Standing before, Standing after, Instant at) {
        Site site = sites.mine(siteId);
        Live live = states.of(siteId);
        Routes now = routes.ifItWere(foreseen(site, live, before.life()).site().at(before.addresses()));
        Then then = foreseen(site, live, after.life());
        return told(siteId, now, new Then(then.site().at(after.addresses()), then.manifest(), then.kept()), at);
    }

    private Then foreseen(Site site, Live live, SiteLife life) {
        boolean draft = life.shown().filter(shown -> shown.version() == 0).isPresent();
        if (!draft) {
            return then(live, life);
        }
        Then published = published(site, live, life, Selection.ALL, Set.of());
        return new Then(published.site().living(life), published.manifest(), published.kept());
    }

    private Then then(Live live, SiteLife life) {
        String manifest = life.shown()
                .filter(shown -> life.served())
                .flatMap(shown -> versions.find(live.siteId(), shown.version()))
                .map(SavedVersion::manifest)
                .orElse("");
        return new Then(Supposed.of(live, life), manifest, Map.of());
    }

    /** A change that cannot happen as the site stands changes nothing. */
    private static SiteLife next(SiteLife life, SiteEvent event) {
        return life.on(event) instanceof SiteLife.Outcome.Next next ? next.life() : life;
    }

    private OutcomeView told(String siteId, Routes before, Then then, Instant at) {
        Routes after = routes.ifItWere(then.site());
        List<AskedLately.Request> requests = asked.of(siteId);
        Map<Recorded, AskedLately.Request> known = new HashMap<>();
        requests.forEach(request -> known.put(request.recorded(), request));
        OutcomeDifference difference = OutcomeDifference.of(
                requests.stream().map(AskedLately.Request::recorded).toList(),
                before,
                after,
                at.getEpochSecond(),
                at.getEpochSecond());
        List<OutcomeView.OutcomeLine> lines = new ArrayList<>();
        LikelyPages likely = null;
        Map<String, String> titles = Map.of();
        for (OutcomeDifference.Line line : difference.lines()) {
            if (lines.size() == MOST_LINES) {
                break;
            }
            boolean suggests = line.kind() == Kind.MISSING && lines.size() < MOST_SUGGESTED;
            if (suggests && likely == null && !then.manifest().isEmpty()) {
                likely = facts.likely(then.manifest());
                titles = titles(siteId);
            }
            AskedLately.Request request = known.get(line.asked());
            String title = suggests ? titles.getOrDefault(request.path(), "") : "";
            lines.add(line(line, request, title, suggests ? likely : null, then.kept()));
        }
        return new OutcomeView(
                asked.since(siteId).orElse(null),
                AskedLately.DAYS,
                requests.size(),
                requests.stream().mapToLong(r -> r.recorded().visits()).sum(),
                difference.counts().entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(e -> new OutcomeView.OutcomeCount(
                                e.getKey(), e.getValue().paths(), e.getValue().visits()))
                        .toList(),
                lines,
                difference.lines().size() - lines.size());
    }

    /** The titles of the pages that are live by request path: what a page is called says what it meant. */
    private Map<String, String> titles(String siteId) {
        return states.of(siteId)
                .version()
                .flatMap(number -> versions.find(siteId, number))
                .map(version -> facts.titles(version.manifest()))
                .orElse(Map.of());
    }

    private static OutcomeView.OutcomeLine line(
            OutcomeDifference.Line line,
            AskedLately.Request request,
            String title,
            LikelyPages likely,
            Map<String, String> kept) {
        return new OutcomeView.OutcomeLine(
                request.shown(),
                request.path(),
                line.asked().visits(),
                line.kind(),
                line.before().place(),
                line.after().place(),
                line.after().status(),
                likely == null
                        ? List.of()
                        : likely.to(title + " " + request.path(), MOST_MEANT).stream()
                                .map(LikelyPages.Likely::path)
                                .toList(),
                line.kind() == Kind.MISSING ? kept.get(request.path()) : null);
    }
}
