package evenharbor.app.harbor.route;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.reach.Reaches;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.harbor.route.Answer;
import evenharbor.core.harbor.route.Onward;
import evenharbor.core.harbor.route.SiteLanguages;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.LoadedFiles;
import evenharbor.core.what.build.Reach;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.AudienceRules;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Makes what answers at each of a site's addresses: its build for that path, or where visitors are sent on to. */
@Component
class SiteCompiler {

    private static final String ROOT = "/";

    private final RouteFacts facts;
    private final Reaches reaches;
    private final Drafts drafts;
    private final Builds builds;
    private final DraftSettings settings;
    private final Manifests manifests;
    private final RedirectContents redirects;
    private final RedirectSets sets;
    private final HarborProperties harbor;
    private final Clock clock;

    SiteCompiler(
            RouteFacts facts,
            Reaches reaches,
            Drafts drafts,
            Builds builds,
            DraftSettings settings,
            Manifests manifests,
            RedirectContents redirects,
            RedirectSets sets,
            HarborProperties harbor,
            Clock clock) {
        this.facts = facts;
        this.reaches = reaches;
        this.drafts = drafts;
        this.builds = builds;
        this.settings = settings;
        this.manifests = manifests;
        this.redirects = redirects;
        this.sets = sets;
        this.harbor = harbor;
        this.clock = clock;
    }

    /** What answered before at a host name and path. */
    interface Before {
        /** The answer; null when there was none. */
        Answer at(String host, String path);
    }

    /**
     * What a site comes to.
     *
     * @param answers what answers at each host name and path
     * @param build the build that visitors get at a whole host name; empty while the site is not live
     */
    record Compiled(Map<String, Map<String, Answer>> answers, String build) {}

    /** What answers at each host name and path of a site. */
    Compiled compiled(Supposed supposed, Before before) {
        return compiled(supposed, before, facts.of(List.of(supposed.live().siteId())));
    }

    /** The same of a site among several of which much is known already. */
    Compiled compiled(Supposed supposed, Before before, RouteFacts.Known known) {
        Live recorded = supposed.live();
        Optional<Site> found = known.site(recorded.siteId());
        if (found.isEmpty() || !recorded.life().otherAddressesAnswer() && !recorded.live()) {
            return new Compiled(Map.of(), "");
        }
        Site site = found.get();
        Map<String, String> secure = known.secure(site.accountId());
        List<Address> all = supposed.addresses().orElseGet(() -> known.addresses(site.id()));
        AudienceRules rules = supposed.audience().orElseGet(() -> known.rules(site.id()));
        Making making =
                new Making(secure, reaches.of(site, all, rules, known.unlisted(site.id()), known.days(site.id())));
        Supposed now = mended(supposed, making, known);
        Live live = now.live();
        Optional<String> main = all.stream()
                .filter(a -> a.role() == Role.MAIN)
                .map(a -> a.url().replaceFirst("/$", ""))
                .findFirst();
        Map<String, Map<String, Answer>> answers = new HashMap<>();
        for (Address address : all) {
            if (known.usable(address)) {
                answer(address, site, now, main, making, before, known)
                        .ifPresent(a -> answers.computeIfAbsent(address.hostName(), h -> new HashMap<>())
                                .put(address.path(), a));
            }
        }
        if (live.live()) {
            for (String host : wildcards(site, known)) {
                SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, false, main.orElse(""), "");
                answers.computeIfAbsent(host, h -> new HashMap<>())
                        .put(ROOT, routes(live.build().orElseThrow(), options, now, before.at(host, ROOT), known));
            }
        }
        guard(answers, withForms(rules, now, known));
        return new Compiled(answers, live.live() ? live.build().orElse("") : "");
    }

    /** A page that visitors register on comes with its styles and pictures. */
    private AudienceRules withForms(AudienceRules rules, Supposed now, RouteFacts.Known known) {
        Set<String> forms = rules.formPages();
        if (forms.isEmpty()) {
            return rules;
        }
        return source(now, known)
                .map(source -> manifests.get(source.manifest()))
                .map(files -> rules.opening(forms.stream()
                        .map(form -> form.substring(1) + (form.endsWith("/") ? "index.html" : ""))
                        .filter(form -> files.at(form).isPresent())
                        .flatMap(form -> LoadedFiles.of(files, form, manifests::text).stream())
                        .map(loaded -> "/" + loaded)
                        .toList()))
                .orElse(rules);
    }

    /** Wherever pages of the site answer, its parts are only for whom they are: trials and paths of other names, too. */
    private static void guard(Map<String, Map<String, Answer>> answers, AudienceRules rules) {
        if (!rules.allOpen()) {
            answers.values()
                    .forEach(paths -> paths.replaceAll(
                            (path, answer) -> answer instanceof SiteRoutes pages ? pages.guarded(rules) : answer));
        }
    }

    /** What builds of a site are made with, wherever it is reached. @param secure see {@link Builder.BuildOptions} */
    private record Making(Map<String, String> secure, Reach reach) {
        Builder.BuildOptions at(String base) {
            return new Builder.BuildOptions(base, secure, reach);
        }

        Builder.BuildOptions untold(String base) {
            return new Builder.BuildOptions(base, secure, Reach.UNTOLD);
        }
    }

    /**
     * What is live, with URLs that name secure hosts of the account's own by plain HTTP mended, and with what is set about it
     * said for where it is reached now.
     */
    private Supposed mended(Supposed supposed, Making making, RouteFacts.Known known) {
        Live live = supposed.live();
        if (!live.live() || live.version().isEmpty()) {
            return supposed;
        }
        boolean built = live.build().filter(build -> !build.isEmpty()).isPresent();
        return source(supposed, known)
                .filter(source -> !built || !making.secure().isEmpty() || builds.dresses(source.manifest()))
                .map(source -> build(source, making.at("")))
                .map(build -> supposed.showing(live.with(build)))
                .orElse(supposed);
    }

    /** What a site's pages are made of. */
    private static Optional<Supposed.Source> source(Supposed supposed, RouteFacts.Known known) {
        return supposed.source()
                .or(() -> supposed.live()
                        .version()
                        .flatMap(number -> known.version(supposed.live().siteId(), number))
                        .map(v -> new Supposed.Source(v.manifest(), v.settings())));
    }

    private String build(Supposed.Source source, Builder.BuildOptions options) {
        return builds.of(source.manifest(), source.settings(), options);
    }

    private List<String> wildcards(Site site, RouteFacts.Known known) {
        List<String> hosts = new ArrayList<>(known.wildcards(site.id()).stream()
                .map(d -> "*." + d.name().ascii())
                .toList());
        if (site.id().equals(harbor.wildcardSite())) {
            hosts.add("*");
        }
        return hosts;
    }

    private Optional<Answer> answer(
            Address address,
            Site site,
            Supposed now,
            Optional<String> main,
            Making making,
            Before before,
            RouteFacts.Known known) {
        return switch (address.role()) {
            case MAIN, ALIAS ->
                now.live().live() && now.live().build().isPresent()
                        ? Optional.of(served(address, site, now, main, making, before, known))
                        : Optional.empty();
            case FORWARDING -> main.map(to -> Onward.to(to).at(mount(address)));
            case POINTER ->
                Optional.ofNullable(address.pointsTo())
                        .map(to -> Onward.pointer(to).at(mount(address)));
            // A version that was cleaned up is shown to nobody; the draft least of all in its place.
            case TRIAL ->
                address.trialVersion() != null
                                && known.version(site.id(), address.trialVersion())
                                        .isEmpty()
                        ? Optional.empty()
                        : Optional.of(trial(address, site, making, known));
        };
    }

    private static Onward.Mount mount(Address address) {
        return new Onward.Mount(address.siteId(), address.base());
    }

    private SiteRoutes served(
            Address address,
            Site site,
            Supposed now,
            Optional<String> main,
            Making making,
            Before before,
            RouteFacts.Known known) {
        String canonical = address.role() == Role.MAIN ? "" : main.orElse("");
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(
                false,
                site.settings().listed(),
                canonical,
                address.base(),
                known.unlisted(site.id()),
                languages(source(now, known)));
        String build = address.base().isEmpty()
                ? now.live().build().orElseThrow()
                : build(source(now, known).orElseThrow(), making.at(address.base()));
        return routes(build, options, now, before.at(address.hostName(), address.path()), known);
    }

    /** Which pages there are in several languages, where what is live says that visitors are sent to the one in theirs. */
    private SiteLanguages languages(Optional<Supposed.Source> source) {
        return source.map(Supposed.Source::manifest)
                .filter(builds::dresses)
                .map(manifests::get)
                .map(files -> SiteLanguages.of(settings.of(files).languages(), files))
                .orElse(SiteLanguages.NONE);
    }

    private SiteRoutes trial(Address address, Site site, Making making, RouteFacts.Known known) {
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(true, false, "", address.base());
        Optional<SavedVersion> version =
                Optional.ofNullable(address.trialVersion()).flatMap(n -> known.version(site.id(), n));
        String build = version.map(v -> builds.of(v.manifest(), v.settings(), making.untold(address.base())))
                .orElseGet(() ->
                        builds.of(drafts.find(site.id()).manifest(), site.settings(), making.untold(address.base())));
        String rules = version.map(SavedVersion::redirects).orElseGet(() -> sets.now(site.id()));
        return SiteRoutes.of(site.id(), manifests.get(build), options, redirects.get(rules));
    }

    private SiteRoutes routes(
            String build, SiteRoutes.ServingOptions options, Supposed supposed, Answer before, RouteFacts.Known known) {
        Live live = supposed.live();
        Redirects rules = supposed.redirects().orElseGet(() -> redirects.get(live.redirects()));
        SiteRoutes open = SiteRoutes.of(live.siteId(), manifests.get(build), options, rules);
        SiteRoutes routes = live.life().closure().map(open::closed).orElse(open);
        Instant now = clock.instant();
        long until = now.plus(RouteFacts.GRACE).getEpochSecond();
        if (before instanceof SiteRoutes earlier) {
            return routes.after(earlier, now.getEpochSecond(), until);
        }
        if (!options.base().isEmpty()) {
            return routes;
        }
        // After a start the builds that were live a moment ago are found in the record.
        for (LiveStates.Span span : known.ended(live.siteId())) {
            routes = routes.after(SiteRoutes.of(manifests.get(span.build()), options), now.getEpochSecond(), until);
        }
        return routes;
    }
}
