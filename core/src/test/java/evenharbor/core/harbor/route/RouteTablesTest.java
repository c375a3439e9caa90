package evenharbor.core.harbor.route;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is decided ahead for a path alone, and what is left to be decided when it is asked for. */
class RouteTablesTest {

    private static final SiteRoutes.ServingOptions OPTIONS = new SiteRoutes.ServingOptions(false, true);
    private static final FileEntry FILE = new FileEntry("ab".repeat(32), 9, "text/html", true);

    private static Manifest manifest(String... paths) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (String path : paths) {
            files.put(path, FILE);
        }
        return Manifest.of(files);
    }

    private static Redirect rule(String id, String source, String target) {
        return Redirect.of(id, Source.exact(source), target);
    }

    private static final SiteRoutes SITE = SiteRoutes.of(
            "site",
            manifest("index.html", "hidden.html", "spared.html", "blog/index.html", ".env", "a/.git/config"),
            OPTIONS,
            Redirects.of(List.of(
                    rule("1", "/hidden.html", "/"),
                    rule("2", "/spared.html", "/").sparingPages(),
                    rule("3", "/old", "/blog/"),
                    rule("4", "/gone", "")
                            .leadingTo(
                                    "", RedirectStatus.GONE, rule("4", "/", "/").query()))));

    @Test
    void aTableHoldsWhatNoRedirectChangesAndNothingHidden() {
        assertThat(SITE.decisions())
                .containsOnlyKeys("/", "/index.html", "/spared.html", "/blog", "/blog/", "/blog/index.html");
        SiteRoutes plain = SiteRoutes.of(manifest("index.html", "a/index.html"), OPTIONS);
        assertThat(plain.decisions()).containsOnlyKeys("/", "/index.html", "/a", "/a/", "/a/index.html");
        assertThat(plain.id()).isEmpty();
        assertThat(SITE.id()).isEqualTo("site");
        assertThat(SITE.options()).isEqualTo(OPTIONS);
        assertThat(SITE.at("/spared.html")).contains(FILE);
        assertThat(SITE.at("/.env")).isEmpty();
    }

    private static String said(Decision decision) {
        if (decision instanceof Decision.Serve) {
            return "serve";
        }
        if (decision instanceof Decision.Forward forward) {
            return forward.status() + " " + forward.location();
        }
        return decision.getClass().getSimpleName();
    }

    @ParameterizedTest
    @CsvSource({
        "/, serve",
        "/hidden.html, 301 /",
        "/spared.html, serve",
        "/old, 301 /blog/",
        "/gone, Gone",
        "/blog, 301 /blog/",
        "/.env, Missing",
        "/a/.git/config, Missing",
        "/nothing, Missing",
    })
    void aRedirectComesBeforeAPageOnlyWhereItSaysSo(String path, String wanted) {
        Routes routes = Routes.ofSites(Map.of("a.example", SITE));
        assertThat(said(routes.decide(new VisitorRequest("a.example", path, "", 0))))
                .isEqualTo(wanted);
    }

    @Test
    void severalSitesAtOneNameEachAnswerUnderTheirPath() {
        SiteRoutes root =
                SiteRoutes.of("root", manifest("index.html", "shop/index.html", "x.html"), OPTIONS, Redirects.NONE);
        SiteRoutes shop = SiteRoutes.of("shop", manifest("index.html", "y.html"), OPTIONS, Redirects.NONE);
        HostRoutes both = HostRoutes.of(Map.of("/", root, "/shop/", shop));
        Map<String, Decision> ahead = both.decisions();
        assertThat(ahead)
                .containsOnlyKeys("/", "/index.html", "/x.html", "/shop", "/shop/", "/shop/index.html", "/shop/y.html");
        assertThat(((Decision.Serve) ahead.get("/shop/")).site().id()).isEqualTo("shop");
        assertThat(((Decision.Serve) ahead.get("/x.html")).site().id()).isEqualTo("root");
        assertThat(HostRoutes.of(root).decisions()).isSameAs(root.decisions());
        assertThat(both.byPath()).containsOnlyKeys("/", "/shop/");

        HostRoutes deep = HostRoutes.of(Map.of("/a/b/", shop));
        assertThat(deep.decisions()).containsOnlyKeys("/a/b/", "/a/b/index.html", "/a/b/y.html");
        assertThat(said(deep.decide(new VisitorRequest("a.example", "/a/b", "", 0))))
                .isEqualTo("301 /a/b/");
        assertThat(said(deep.decide(new VisitorRequest("a.example", "/a/b/none", "", 0))))
                .isEqualTo("Missing");
        assertThat(said(deep.decide(new VisitorRequest("a.example", "/a/", "", 0))))
                .isEqualTo("NothingHere");
        assertThat(said(deep.decide(new VisitorRequest("a.example", "/", "", 0))))
                .isEqualTo("NothingHere");
    }

    @Test
    void aTableFindsEachOfManyAndNothingElse() {
        Map<String, Map<String, Decision>> all = new HashMap<>();
        Decision.Missing[] each = IntStream.range(0, 400)
                .mapToObj(i -> new Decision.Missing(Optional.empty(), SITE))
                .toArray(Decision.Missing[]::new);
        for (int i = 0; i < each.length; i++) {
            all.computeIfAbsent("h" + i % 20, h -> new HashMap<>()).put("/p" + i, each[i]);
        }
        DecisionTable table = new DecisionTable(all);
        for (int i = 0; i < each.length; i++) {
            assertThat(table.find("h" + i % 20, "/p" + i)).isSameAs(each[i]);
            assertThat(table.find("h" + (i + 1) % 20, "/p" + i)).isNull();
            assertThat(table.find("h" + i % 20, "/q" + i)).isNull();
        }
        assertThat(new DecisionTable(Map.of()).find("h", "/")).isNull();
    }

    @Test
    void aNameIsAnsweredByItselfOrByTheNextWildcardAboveIt() {
        Routes routes = Routes.ofSites(Map.of("a.b.example", SITE, "*.b.example", SITE, "*", SITE));
        assertThat(routes.nameFor("a.b.example")).isEqualTo("a.b.example");
        assertThat(routes.nameFor("c.b.example")).isEqualTo("*.b.example");
        assertThat(routes.nameFor("d.c.b.example")).isEqualTo("*.b.example");
        assertThat(routes.nameFor("b.example")).isEqualTo("*");
        assertThat(routes.nameFor("localhost")).isEqualTo("*");
        assertThat(Routes.ofSites(Map.of("*.b.example", SITE)).nameFor(".b.example"))
                .isEqualTo("*.b.example");
        assertThat(Routes.ofSites(Map.of("a.example", SITE)).nameFor("b.example"))
                .isEmpty();
        assertThat(routes.count()).isEqualTo(3);
    }

    @Test
    void whatIsAskedOfVisitorsHoldsForTheNameOrAllOneLabelBelow() {
        Security strict = new Security(true, "max-age=1");
        Routes routes = Routes.ofSites(Map.of()).secured(Map.of("a.example", strict, "*.b.example", strict));
        assertThat(routes.security("a.example")).isSameAs(strict);
        assertThat(routes.security("x.b.example")).isSameAs(strict);
        assertThat(routes.security("b.example")).isEqualTo(Security.NONE);
        assertThat(routes.security("localhost")).isEqualTo(Security.NONE);
        assertThat(Routes.ofSites(Map.of()).secured(Map.of("*.b", strict)).security(".b"))
                .isSameAs(strict);
    }

    @Test
    void oneNameChangesAndTheOthersStay() {
        Routes before = Routes.ofSites(Map.of("a.example", SITE, "b.example", SITE));
        SiteRoutes other = SiteRoutes.of(manifest("other.html"), OPTIONS);
        Map<String, Optional<HostRoutes>> changes = new HashMap<>();
        changes.put("a.example", Optional.of(HostRoutes.of(other)));
        changes.put("b.example", Optional.empty());
        changes.put("c.example", Optional.of(HostRoutes.of(SITE)));
        Routes after = before.with(changes);
        assertThat(said(after.decide(new VisitorRequest("a.example", "/other.html", "", 0))))
                .isEqualTo("serve");
        assertThat(said(after.decide(new VisitorRequest("a.example", "/", "", 0))))
                .isEqualTo("Missing");
        assertThat(said(after.decide(new VisitorRequest("b.example", "/", "", 0))))
                .isEqualTo("NothingHere");
        assertThat(said(after.decide(new VisitorRequest("c.example", "/", "", 0))))
                .isEqualTo("serve");
        assertThat(said(before.decide(new VisitorRequest("a.example", "/", "", 0))))
                .isEqualTo("serve");
    }
}
