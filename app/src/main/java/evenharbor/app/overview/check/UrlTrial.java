package evenharbor.app.overview.check;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.harbor.route.EdgeRoutes;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectFacts;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.common.UrlPath;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.RedirectReading;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Follows a URL of a site as a visitor would: by what is live, or by the draft and the redirects that are worked on. */
@Component
class UrlTrial {

    private final EdgeRoutes harbor;
    private final Sites sites;
    private final Addresses addresses;
    private final Drafts drafts;
    private final Builds builds;
    private final Manifests manifests;
    private final RedirectSets sets;
    private final RedirectFacts facts;

    UrlTrial(
            EdgeRoutes harbor,
            Sites sites,
            Addresses addresses,
            Drafts drafts,
            Builds builds,
            Manifests manifests,
            RedirectSets sets,
            RedirectFacts facts) {
        this.harbor = harbor;
        this.sites = sites;
        this.addresses = addresses;
        this.drafts = drafts;
        this.builds = builds;
        this.manifests = manifests;
        this.sets = sets;
        this.facts = facts;
    }

    /** The first request that a typed URL or path means: by the host name it names, or the main one. */
    VisitorRequest read(String siteId, String typed, Instant at) {
        RedirectReader reader = facts.reader(siteId);
        RedirectReading reading = reader.read(TypedRedirect.of(Source.Kind.EXACT, typed, "/"));
        if (reading.rule().isEmpty()) {
            throw Problem.field("url", reading.faults().get(0).sentence());
        }
        String rest = typed.strip().replaceFirst("(?i)^https?://", "");
        String first = rest.replaceFirst("[/:?#].*$", "").toLowerCase(Locale.ROOT);
        String host = facts.hosts(siteId).contains(first) ? first : main(siteId);
        return new VisitorRequest(
                host,
                reading.rule().get().source().path(),
                reading.rule().get().query().parameters(),
                at.getEpochSecond());
    }

    private String main(String siteId) {
        List<Address> all = addresses.of(siteId);
        return all.stream()
                .filter(a -> a.role() == Role.MAIN)
                .findFirst()
                .or(() -> all.stream().filter(a -> a.path().equals("/")).findFirst())
                .map(Address::hostName)
                .orElseThrow(() -> Problem.field("url", "This site has no address yet. Choose one on Where first."));
    }

    /** Follows a request by what is live. */
    Journey live(VisitorRequest start) {
        return Journey.of(harbor.routes(), start);
    }

    /** Follows a request by the draft and the redirects that are worked on. */
    Journey draft(String siteId, VisitorRequest start) {
        Site site = sites.mine(siteId);
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, true);
        SiteRoutes draft = SiteRoutes.of(
                siteId,
                manifests.get(builds.of(drafts.of(siteId).manifest(), site.settings())),
                options,
                sets.rules(sets.of(siteId)));
        Map<String, Optional<HostRoutes>> own = new HashMap<>();
        addresses.of(siteId).stream()
                .filter(a -> a.path().equals("/") && (a.role() == Role.MAIN || a.role() == Role.ALIAS))
                .forEach(a -> own.put(a.hostName(), Optional.of(HostRoutes.of(draft))));
        Routes routes = harbor.routes().with(own);
        return Journey.of(routes, start);
    }

    /** The URL of a hop, as a visitor writes it. */
    String url(Journey.Hop hop) {
        return addresses.url(new HostName(hop.host()), target(hop.path(), hop.query()));
    }

    /** Path and query as they are asked for. */
    static String target(String path, String query) {
        return UrlPath.encoded(path) + (query.isEmpty() ? "" : "?" + query);
    }
}
