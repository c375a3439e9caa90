package evenharbor.core.where.redirect;

import static evenharbor.core.where.redirect.RuleWorld.exact;
import static evenharbor.core.where.redirect.RuleWorld.gone;
import static evenharbor.core.where.redirect.RuleWorld.pattern;
import static evenharbor.core.where.redirect.RuleWorld.under;
import static evenharbor.core.where.redirect.RuleWorld.with;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.List;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;

/** Redirects as files of a build, for hosts that we do not serve. */
class CarriedRulesTest {

    private static final Manifest BUILD =
            Manifest.of(Map.of("about.html", new FileEntry("0".repeat(64), 10, "text/html", true)));

    /** Found by chance: what is the same but for capital letters is tried in the order of the list. */
    @Test
    void rulesOfAFolderThatIgnoreCaseKeepTheirOrder() {
        Redirects set = Redirects.of(List.of(pattern("a", "/b/{+x}", "/"), under("b", "/B", "/{rest}")));
        String rules = FolderRules.of(set, "").files().values().iterator().next();
        assertThat(rules.indexOf("^b/(.+)$")).isLessThan(rules.indexOf("^B(?:/"));
        assertThat(set.at("/b/a/", "", 0).orElseThrow().location()).isEqualTo("/");
    }

    @Test
    void rulesForOnePathBecomePagesThatForward() {
        CarriedRules carried = ForwardingPages.of(
                Redirects.of(List.of(
                        exact("a", "/old.html", "/new/?x=1&y=\"2\""),
                        exact("b", "/shop", "https://shop.example/"),
                        exact("c", "/list/", "/new/"),
                        gone(exact("d", "/dead.htm", "")),
                        exact("e", "/about.html", "/new/"),
                        exact("f", "/old.html", "/other/"),
                        under("g", "/blog", "/new/"),
                        with(exact("h", "/q", "/new/"), QueryRule.match("p=1")))),
                BUILD,
                "/temporary");
        assertThat(carried.files()).containsOnlyKeys("old.html", "shop/index.html", "list/index.html", "dead.htm");
        assertThat(carried.leftOut()).extracting(Redirect::id).containsExactly("e", "f", "g", "h");
        Document page = Jsoup.parse(carried.files().get("old.html"));
        assertThat(page.select("link[rel=canonical]").attr("href")).isEqualTo("/temporary/new/?x=1&y=\"2\"");
        assertThat(page.select("meta[http-equiv=refresh]").attr("content"))
                .isEqualTo("0; url=/temporary/new/?x=1&y=\"2\"");
        assertThat(page.select("meta[name=robots]").attr("content")).isEqualTo("noindex");
        assertThat(Jsoup.parse(carried.files().get("shop/index.html"))
                        .select("a")
                        .attr("href"))
                .isEqualTo("https://shop.example/");
        assertThat(carried.files().get("dead.htm"))
                .contains("taken away for good")
                .doesNotContain("refresh");
    }

    @Test
    void rulesBecomeThoseOfAFolderInTheOrderInWhichTheyCount() {
        CarriedRules carried = FolderRules.of(
                Redirects.of(List.of(
                        under("u", "/blog", "/news/{+rest}"),
                        pattern("p", "/seed-{name}.html", "/seeds/{name}.html?from=card"),
                        with(exact("m", "/page", "/x"), QueryRule.match("p=1")),
                        with(exact("x", "/blog/100% (old).html", "/new%20page"), QueryRule.DROP),
                        exact("f", "/place", "/new/#team"),
                        gone(exact("g", "/gone", "")))),
                "");
        assertThat(carried.leftOut()).extracting(Redirect::id).containsExactly("m");
        assertThat(carried.files().get(".htaccess")).isEqualTo("""
                # Redirects of this site. Written with each publish.
                <IfModule mod_rewrite.c>
                RewriteEngine On
                RewriteCond %{QUERY_STRING} .
                RewriteRule "^place(?:/|/index\\.html)?$" "/new/?%{QUERY_STRING}#team" [R=301,L,NC,NE,QSD]
                RewriteRule "^place(?:/|/index\\.html)?$" "/new/#team" [R=301,L,NC,NE,QSD]
                RewriteRule "^blog/100%\\ \\(old\\)\\.html(?:/|/index\\.html)?$" "/new page" [R=301,L,NC,QSD]
                RewriteRule "^gone(?:/|/index\\.html)?$" - [G,NC]
                RewriteCond %{REQUEST_FILENAME} -f [OR]
                RewriteCond %{REQUEST_FILENAME} -d
                RewriteRule "^blog(?:/(.*))?$" - [L,NC]
                RewriteRule "^blog(?:/(.*))?$" "/news/$1" [R=301,L,NC]
                RewriteCond %{REQUEST_FILENAME} -f [OR]
                RewriteCond %{REQUEST_FILENAME} -d
                RewriteRule "^seed-([^/]+)\\.html(?:/|/index\\.html)?$" - [L,NC]
                RewriteRule "^seed-([^/]+)\\.html(?:/|/index\\.html)?$" "/seeds/$1.html?from=card" [R=301,L,NC,QSA]
                </IfModule>
                """);
        assertThat(FolderRules.of(Redirects.NONE, "").files()).isEmpty();
    }
}
