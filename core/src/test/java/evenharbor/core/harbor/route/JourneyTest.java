package evenharbor.core.harbor.route;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.Journey.End;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where requests end, hop by hop, and what redirects, gone pages and security do on the way. */
class JourneyTest {

    private static final long NOW = 1_000;

    private static FileEntry file(char content) {
        return new FileEntry(String.valueOf(content).repeat(64), 9, "text/html", true);
    }

    private static Manifest pages(String... paths) {
        TreeMap<String, FileEntry> files = new TreeMap<>();
        for (String path : paths) {
            files.put(path, file((char) ('a' + files.size())));
        }
        return Manifest.of(files);
    }

    private static Redirect rule(String id, String from, String to) {
        return Redirect.of(id, Source.exact(from), to);
    }

    private static final Redirect GONE =
            rule("gone", "/gone.html", "").leadingTo("", RedirectStatus.GONE, QueryRule.KEEP);

    private static final Redirects RULES = Redirects.of(List.of(
            rule("moved", "/old.html", "/new.html"),
            rule("again", "/older.html", "/old.html?b=2"),
            rule("away", "/shop.html", "https://elsewhere.example/shop"),
            rule("ring", "/ring-a.html", "/ring-b.html"),
            rule("back", "/ring-b.html", "/ring-a.html"),
            rule("hides", "/front.html", "/new.html"),
            rule("lost", "/lost.html", "/nowhere.html"),
            Redirect.of("under", Source.under("/blog"), "/new.html"),
            GONE));

    private static final SiteRoutes SITE = SiteRoutes.of(
            "site",
            pages(
                    "404.html",
                    "blog/kept.html",
                    "front.html",
                    "index.html",
                    "new.html",
                    "shop/index.html",
                    ".git/config"),
            new SiteRoutes.ServingOptions(false, true),
            RULES);

    private static final Routes ROUTES = Routes.of(Map.of(
            "site.example", HostRoutes.of(SITE),
            "old.example", HostRoutes.of(Map.of("/", Onward.to("http://site.example/"))),
            "short.example", HostRoutes.of(Map.of("/", Onward.pointer("https://far.example/x")))));

    private static String told(Journey journey) {
        return journey.hops().stream()
                        .map(hop -> hop.status()
                                + hop.redirect().map(id -> " " + id).orElse("")
                                + (hop.location().isEmpty() ? "" : " -> " + hop.location()))
                        .collect(Collectors.joining("; "))
                + " = " + journey.end();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "site.example | / | '' | 200 = PAGE",
                "site.example | /new.html | q=1 | 200 = PAGE",
                "site.example | /shop | '' | 301 -> /shop/; 200 = PAGE",
                "site.example | /shop | q=1 | 301 -> /shop/?q=1; 200 = PAGE",
                "site.example | /nowhere | '' | 404 = MISSING",
                "site.example | /.git/config | '' | 404 = MISSING",
                "site.example | /old.html | '' | 301 moved -> /new.html; 200 = PAGE",
                "site.example | /old.html | a=1 | 301 moved -> /new.html?a=1; 200 = PAGE",
                "site.example | /older.html | a=1 | 301 again -> /old.html?b=2&a=1; 301 moved -> /new.html?b=2&a=1; 200 = PAGE",
                "site.example | /front.html | '' | 301 hides -> /new.html; 200 = PAGE",
                "site.example | /blog/kept.html | '' | 200 = PAGE",
                "site.example | /blog/lost.html | '' | 301 under -> /new.html; 200 = PAGE",
                "site.example | /gone.html | '' | 410 gone = GONE",
                "site.example | /lost.html | '' | 301 lost -> /nowhere.html; 404 = MISSING",
                "site.example | /shop.html | '' | 301 away -> https://elsewhere.example/shop = OUTSIDE",
                "site.example | /ring-a.html | '' | 301 ring -> /ring-b.html; 301 back -> /ring-a.html = LOOP",
                "old.example | /old.html | q=1 | 301 -> http://site.example/old.html?q=1; 301 moved -> /new.html?q=1; 200 = PAGE",
                "old.example | / | '' | 301 -> http://site.example/; 200 = PAGE",
                "short.example | /any | q=1 | 302 -> https://far.example/x = OUTSIDE",
                "nobody.example | / | '' | 404 = NOTHING_HERE",
            })
    void aRequestIsFollowedToItsEnd(String host, String path, String query, String wanted) {
        Journey journey = Journey.of(ROUTES, new VisitorRequest(host, path, query, NOW));
        assertThat(told(journey)).isEqualTo(wanted);
        Journey.Hop first = journey.hops().get(0);
        assertThat(List.of(first.host(), first.path(), first.query())).isEqualTo(List.of(host, path, query));
    }

    @Test
    void whatTakesTooManyHopsIsALoopThoughItWouldEnd() {
        List<Redirect> rules = IntStream.range(0, 40)
                .mapToObj(i -> rule("r" + i, "/p" + i, "/p" + (i + 1)))
                .toList();
        Routes chain = Routes.ofSites(Map.of(
                "h", SiteRoutes.of("", pages("p40"), new SiteRoutes.ServingOptions(false, true), Redirects.of(rules))));
        Journey journey = Journey.of(chain, new VisitorRequest("h", "/p0", "", NOW));
        assertThat(journey.end()).isEqualTo(End.LOOP);
        assertThat(journey.hops()).hasSize(Journey.MOST_HOPS);
        assertThat(Journey.of(chain, new VisitorRequest("h", "/p21", "", NOW)).end())
                .isEqualTo(End.PAGE);
    }

    @Test
    void aSiteUnderAPathLeadsWithinIt() {
        SiteRoutes under = SiteRoutes.of(
                "under", pages("new.html"), new SiteRoutes.ServingOptions(false, true, "", "/a b"), RULES);
        Routes routes = Routes.of(Map.of("h", HostRoutes.of(Map.of("/a b/", under))));
        assertThat(told(Journey.of(routes, new VisitorRequest("h", "/a b/old.html", "", NOW))))
                .isEqualTo("301 moved -> /a%20b/new.html; 200 = PAGE");
        assertThat(told(Journey.of(routes, new VisitorRequest("h", "/a b/shop.html", "", NOW))))
                .isEqualTo("301 away -> https://elsewhere.example/shop = OUTSIDE");
    }

    @Test
    void whatIsCountedIsCountedForTheSiteAndItsRule() {
        Decision gone = ROUTES.decide(new VisitorRequest("site.example", "/gone.html", "", NOW));
        assertThat(gone).isInstanceOfSatisfying(Decision.Gone.class, g -> {
            assertThat(g.by().redirect()).isEqualTo("gone");
            assertThat(g.page()).isEqualTo(SITE.at("/404.html"));
        });
        assertThat(SITE.id()).isEqualTo("site");
        assertThat(SITE.at("/.git/config")).isEmpty();
        assertThat(SITE.at("/shop")).as("a forward is no file").isEmpty();
        assertThat(ROUTES.count()).isEqualTo(3);
    }

    @ParameterizedTest
    @CsvSource({
        "a.example, exact",
        "b.a.example, below",
        "c.b.a.example, none",
        "example, none",
        "other.example, none",
    })
    void securityIsThatOfTheNameOrOfTheWildcardRightAboveIt(String host, String wanted) {
        Map<String, Security> known = Map.of(
                "exact", new Security(true, "max-age=1"),
                "below", new Security(true, "max-age=2"),
                "none", Security.NONE);
        Routes routes = ROUTES.secured(Map.of("a.example", known.get("exact"), "*.a.example", known.get("below")));
        assertThat(routes.security(host)).isEqualTo(known.get(wanted));
        assertThat(ROUTES.security(host)).isEqualTo(Security.NONE);
        assertThat(routes.decide(new VisitorRequest("site.example", "/", "", NOW)))
                .as("what is served stays as it was")
                .isEqualTo(ROUTES.decide(new VisitorRequest("site.example", "/", "", NOW)));
    }

    /** All that is asked for is found in the table itself, at whatever place it lies; nothing else is. */
    @Test
    void theTableFindsAllThatIsInItAndNothingElse() {
        Map<String, Map<String, Decision>> byHost = new TreeMap<>();
        Decision here = ROUTES.decide(new VisitorRequest("site.example", "/", "", NOW));
        for (int host = 0; host < 40; host++) {
            Map<String, Decision> paths = new TreeMap<>();
            for (int path = 0; path < 25; path++) {
                paths.put("/p" + path, new Decision.Forward("/" + host + "/" + path, 301, false, Optional.empty()));
            }
            byHost.put("h" + host, paths);
        }
        // Keys of one and the same hash: "Aa" and "BB" have one in Java.
        byHost.put("Aa", Map.of("/Aa", here));
        DecisionTable table = new DecisionTable(byHost);
        byHost.forEach((host, paths) -> paths.forEach((path, decision) ->
                assertThat(table.find(host, path)).as(host + path).isSameAs(decision)));
        assertThat(table.find("BB", "/Aa")).isNull();
        assertThat(table.find("Aa", "/BB")).isNull();
        assertThat(table.find("BB", "/BB")).isNull();
        assertThat(table.find("h0", "/p25")).isNull();
        assertThat(table.find("h40", "/p0")).isNull();
        assertThat(DecisionTable.EMPTY.find("h0", "/p0")).isNull();
    }
}
