package evenharbor.app.harbor.route;

import com.google.common.collect.Lists;
import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.reach.Reaches;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
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
        return known.site(recorded.siteId())
                .filter(site -> recorded.life().otherAddressesAnswer() || recorded.live())
                .map(site -> new Compilation(site, supposed, before, known).compiled())
                .orElse(new Compiled(Map.of(), ""));
    }

    /** One site being compiled: what is known of it, and what its pages are made with. */
    private final class Compilation {
        private final Site site;
        private final Before before;
        private final RouteFacts.Known known;
        private final List<Address> addresses;
        private final AudienceRules audience;

        /** Its main address without the slash at the end, where it has one. */
        private final Optional<String> main;

        /** See {@link Builder.BuildOptions}. */
        private final Map<String, String> secure;

        private final Reach reach;
        private final Supposed now;

        Compilation(Site site, Supposed supposed, Before before, RouteFacts.Known known) {
            this.site = site;
            this.before = before;
            this.known = known;
            this.addresses = supposed.addresses().orElseGet(() -> known.addresses(site.id()));
            this.audience = supposed.audience().orElseGet(() -> known.rules(site.id()));
            this.main = addresses.stream()
                    .filter(a -> a.role() == Role.MAIN)
                    .map(a -> a.url().replaceFirst("/$", ""))
                    .findFirst();
            this.secure = known.secure(site.accountId());
            this.reach = reaches.of(site, addresses, audience, known.unlisted(site.id()), known.days(site.id()));
            this.now = mended(supposed);
        }

        Compiled compiled() {
            Map<String, Map<String, Answer>> answers = new HashMap<>();
            for (Address address : addresses) {
                if (known.usable(address)) {
                    answer(address)
                            .ifPresent(a -> answers.computeIfAbsent(address.hostName(), h -> new HashMap<>())
                                    .put(address.path(), a));
                }
            }
            if (now.live().live()) {
                for (String host : wildcards()) {
                    SiteRoutes.ServingOptions options =
                            new SiteRoutes.ServingOptions(false, false, main.orElse(""), "");
                    answers.computeIfAbsent(host, h -> new HashMap<>())
                            .put(ROOT, routes(now.live().build().orElseThrow(), options, before.at(host, ROOT)));
                }
            }
            guard(answers, withForms());
            return new Compiled(answers, now.live().live() ? now.live().build().orElse("") : "");
        }

        /** A page that visitors register on comes with its styles and pictures. */
        private AudienceRules withForms() {
            Set<String> forms = audience.formPages();
            if (forms.isEmpty()) {
                return audience;
            }
            return source(now)
                    .map(source -> manifests.get(source.manifest()))
                    .map(files -> audience.opening(forms.stream()
                            .map(form -> form.substring(1) + (form.endsWith("/") ? "index.html" : ""))
                            .filter(form -> files.at(form).isPresent())
                            .flatMap(form -> LoadedFiles.of(files, form, manifests::text).stream())
                            .map(loaded -> "/" + loaded)
                            .toList()))
                    .orElse(audience);
        }

        /** Wherever pages of the site answer, its parts are only for whom they are: trials and paths of other names, too. */
        private void guard(Map<String, Map<String, Answer>> answers, AudienceRules rules) {
            if (!rules.allOpen()) {
                answers.values()
                        .forEach(paths -> paths.replaceAll(
                                (path, answer) -> answer instanceof SiteRoutes pages ? pages.guarded(rules) : answer));
            }
        }

        /**
         * What is live, with URLs that name secure hosts of the account's own by plain HTTP mended, and with what is set about
         * it said for where it is reached now.
         */
        private Supposed mended(Supposed supposed) {
            Live live = supposed.live();
            if (!live.live() || live.version().isEmpty()) {
                return supposed;
            }
            boolean built = live.build().filter(build -> !build.isEmpty()).isPresent();
            return source(supposed)
                    .filter(source -> !built || !secure.isEmpty() || builds.dresses(source.manifest()))
                    .map(source -> build(source, "", reach))
                    .map(build -> supposed.showing(live.with(build)))
                    .orElse(supposed);
        }

        /** What the site's pages are made of. */
        private Optional<Supposed.Source> source(Supposed supposed) {
            return supposed.source()
                    .or(() -> supposed.live()
                            .version()
                            .flatMap(number -> known.version(site.id(), number))
                            .map(v -> new Supposed.Source(v.manifest(), v.settings())));
        }

        private String build(Supposed.Source source, String base, Reach told) {
            return builds.of(source.manifest(), source.settings(), new Builder.BuildOptions(base, secure, told));
        }

        private List<String> wildcards() {
            List<String> hosts = new ArrayList<>(known.wildcards(site.id()).stream()
                    .map(d -> "*." + d.name().ascii())
                    .toList());
            if (site.id().equals(harbor.wildcardSite())) {
                hosts.add("*");
            }
            return hosts;
        }

        private Optional<Answer> answer(Address address) {
            return switch (address.role()) {
                case MAIN, ALIAS ->
                    now.live().live() && now.live().build().isPresent()
                            ? Optional.of(served(address))
                            : Optional.empty();
                case FORWARDING -> main.map(to -> Onward.to(to).at(mount(address)));
                case POINTER ->
                    Optional.ofNullable(address.pointsTo())
                            .map(to -> Onward.pointer(to).at(mount(address)));
                case TRIAL -> trial(address);
            };
        }

        private Onward.Mount mount(Address address) {
            return new Onward.Mount(address.siteId(), address.base());
        }

        private SiteRoutes served(Address address) {
            SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(
                    false,
                    site.settings().listed(),
                    address.role() == Role.MAIN ? "" : main.orElse(""),
                    address.base(),
                    known.unlisted(site.id()),
                    languages());
            String build = address.base().isEmpty()
                    ? now.live().build().orElseThrow()
                    : build(source(now).orElseThrow(), address.base(), reach);
            return routes(build, options, before.at(address.hostName(), address.path()));
        }

        /** Which pages there are in several languages, where what is live says that visitors are sent to the one in theirs. */
        private SiteLanguages languages() {
            return source(now)
                    .map(Supposed.Source::manifest)
                    .filter(builds::dresses)
                    .map(manifests::get)
                    .map(files -> SiteLanguages.of(settings.of(files).languages(), files))
                    .orElse(SiteLanguages.NONE);
        }

        /** A version, or the draft where none is named. One that was cleaned up is shown to nobody. */
        private Optional<Answer> trial(Address address) {
            if (address.trialVersion() == null) {
                String draft = drafts.find(site.id()).manifest();
                return Optional.of(trial(address, new Supposed.Source(draft, site.settings()), sets.now(site.id())));
            }
            return known.version(site.id(), address.trialVersion())
                    .map(v -> trial(address, new Supposed.Source(v.manifest(), v.settings()), v.redirects()));
        }

        private SiteRoutes trial(Address address, Supposed.Source source, String rules) {
            String build = build(source, address.base(), Reach.UNTOLD);
            return SiteRoutes.of(
                    site.id(),
                    manifests.get(build),
                    new SiteRoutes.ServingOptions(true, false, "", address.base()),
                    redirects.get(rules));
        }

        private SiteRoutes routes(String build, SiteRoutes.ServingOptions options, Answer answered) {
            Redirects rules =
                    now.redirects().orElseGet(() -> redirects.get(now.live().redirects()));
            SiteRoutes open = SiteRoutes.of(site.id(), manifests.get(build), options, rules);
            SiteRoutes routes = now.live().life().closure().map(open::closed).orElse(open);
            Instant at = clock.instant();
            long until = at.plus(RouteFacts.GRACE).getEpochSecond();
            if (answered instanceof SiteRoutes earlier) {
                return routes.after(earlier, at.getEpochSecond(), until);
            }
            if (!options.base().isEmpty()) {
                return routes;
            }
            // After a start, or while nothing was live, the builds that were live a moment ago are found in the record.
            SiteRoutes earlier = null;
            for (LiveStates.Span span : Lists.reverse(known.ended(site.id()))) {
                SiteRoutes then = SiteRoutes.of(manifests.get(span.build()), options);
                earlier = earlier == null ? then : then.after(earlier, at.getEpochSecond(), until);
            }
            return earlier == null ? routes : routes.after(earlier, at.getEpochSecond(), until);
        }
    }
}
