package evenharbor.core.where.redirect;

import static evenharbor.core.where.redirect.RuleWorld.exact;
import static evenharbor.core.where.redirect.RuleWorld.pattern;
import static evenharbor.core.where.redirect.RuleWorld.under;
import static evenharbor.core.where.redirect.RuleWorld.with;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.redirect.RedirectFinding.Kind;
import evenharbor.core.where.redirect.RedirectFinding.Mend;
import evenharbor.core.where.visit.LikelyPages;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What makes no sense in a set of rules. */
class RedirectFindingsTest {

    private static final NavigableSet<String> PAGES = new TreeSet<>(List.of(
            "/",
            "/index.html",
            "/spring",
            "/spring/",
            "/spring/index.html",
            "/summer.html",
            "/blog/one.html",
            "/shop.html"));

    private static SiteFacts facts(NavigableSet<String> pages, NavigableSet<String> live) {
        return new SiteFacts(
                pages,
                live,
                url -> url.startsWith("http://mine.example")
                        ? url.startsWith("http://mine.example/down") ? SiteFacts.Place.NOT_LIVE : SiteFacts.Place.LIVE
                        : SiteFacts.Place.OUTSIDE,
                LikelyPages.of(pages.stream()
                        .filter(p -> !p.endsWith("index.html"))
                        .collect(Collectors.toMap(p -> p, p -> ""))));
    }

    private static List<RedirectFinding> findings(Redirect... rules) {
        return RedirectFindings.of(Redirects.of(List.of(rules)), facts(PAGES, PAGES));
    }

    private static List<String> words(List<RedirectFinding> findings) {
        return findings.stream()
                .map(f -> f.kind() + " " + f.rule() + f.others() + f.paths())
                .toList();
    }

    private static Redirect limited(Redirect rule, String from, String until) {
        return new Redirect(
                rule.id(),
                rule.source(),
                rule.target(),
                rule.status(),
                rule.ignoresCase(),
                rule.exactSlash(),
                rule.query(),
                rule.pagesFirst(),
                Optional.of(from).filter(f -> !f.isEmpty()).map(Instant::parse),
                Optional.of(until).filter(u -> !u.isEmpty()).map(Instant::parse),
                "",
                "",
                false,
                false);
    }

    @Test
    void aRuleThatHidesAPageIsToldWithItsPages() {
        assertThat(words(findings(exact("r", "/summer.html", "/spring/"))))
                .containsExactly("HIDES_PAGE r[][/summer.html]");
        Redirect folder = under("r", "/spring", "/shop.html");
        Redirect hiding = new Redirect(
                "r",
                folder.source(),
                "/shop.html",
                RedirectStatus.MOVED,
                true,
                false,
                QueryRule.KEEP,
                false,
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                false,
                false);
        List<RedirectFinding> found = findings(hiding);
        assertThat(words(found)).containsExactly("HIDES_PAGE r[][/spring, /spring/, /spring/index.html]");
        assertThat(found.get(0).mends().get(0).what()).isEqualTo(Mend.What.LET_PAGES_COME_FIRST);
        assertThat(findings(found.get(0).mends().get(0).put().get(0))).isEmpty();
    }

    @Test
    void aRuleForOnePathThatSparesItsPageIsNeverReached() {
        assertThat(words(findings(exact("r", "/summer.html", "/spring/").sparingPages())))
                .containsExactly("NEVER_REACHED r[][/summer.html]");
    }

    @Test
    void theSameRuleTwiceIsNeverReachedAndAnotherTargetContradicts() {
        assertThat(words(findings(exact("a", "/x", "/spring/"), exact("b", "/X/", "/spring/"))))
                .containsExactly("NEVER_REACHED b[a][/X/]");
        assertThat(words(findings(exact("a", "/x", "/spring/"), exact("b", "/x", "/shop.html"))))
                .containsExactly("CONTRADICTION b[a][/x]");
        assertThat(words(findings(pattern("a", "/p/{x}", "/spring/?{x}"), pattern("b", "/p/{y}", "/spring/?{y}"))))
                .containsExactly("CONTRADICTION b[a][/p/{y}]");
        assertThat(words(findings(under("a", "/u", "/spring/"), pattern("b", "/u/{+t}", "/spring/"))))
                .containsExactly("NEVER_REACHED b[a][/u/{+t}]");
    }

    @Test
    void rulesThatComplementEachOtherAreNoFinding() {
        assertThat(findings(
                        with(exact("a", "/x", "/spring/"), QueryRule.match("p=1")),
                        with(exact("b", "/x", "/shop.html"), QueryRule.match("p=2")),
                        exact("c", "/x", "/summer.html"),
                        limited(exact("d", "/y", "/spring/"), "2026-01-01T00:00:00Z", "2026-02-01T00:00:00Z"),
                        limited(exact("e", "/y", "/shop.html"), "2026-02-01T00:00:00Z", "2026-03-01T00:00:00Z"),
                        exact("f", "/y", "/summer.html"),
                        pattern("g", "/u/{+t}", "/shop.html"),
                        under("h", "/u", "/spring/"),
                        exact("i", "/u/one", "/summer.html")))
                .isEmpty();
    }

    @Test
    void timesThatOverlapContradict() {
        assertThat(words(findings(
                        limited(exact("a", "/y", "/spring/"), "2026-01-01T00:00:00Z", "2026-02-02T00:00:00Z"),
                        limited(exact("b", "/y", "/shop.html"), "2026-02-01T00:00:00Z", "2026-03-01T00:00:00Z"))))
                .containsExactly("CONTRADICTION b[a][/y]");
    }

    @Test
    void chainsAreShortenedToTheLastStop() {
        List<RedirectFinding> found = findings(
                exact("a", "/a", "/b"), exact("b", "/b", "/c?k=v"), with(exact("c", "/c", "/spring/"), QueryRule.DROP));
        assertThat(words(found)).containsExactly("CHAIN a[b][/spring/]", "CHAIN b[c][/spring/]");
        Redirect shorter = found.get(0).mends().get(0).put().get(0);
        assertThat(shorter.target()).isEqualTo("/spring/");
        assertThat(shorter.query()).isEqualTo(QueryRule.DROP);
    }

    @Test
    void aChainThatDependsOnTheRequestIsToldWithoutAMend() {
        List<RedirectFinding> found =
                findings(pattern("a", "/old/{x}", "/blog/{x}"), exact("b", "/blog/two", "/spring/"));
        assertThat(words(found)).containsExactly("CHAIN a[b][]");
        assertThat(found.get(0).mends()).isEmpty();
        assertThat(findings(pattern("a", "/old/{x}", "/blog/{x}"), exact("b", "/blog/deep/two", "/spring/")))
                .isEmpty();
    }

    @Test
    void ringsAreShownWhole() {
        assertThat(words(findings(exact("a", "/a", "/b"), exact("b", "/b", "/c"), exact("c", "/c", "/a"))))
                .containsExactly("LOOP a[b, c][/a, /b, /c]");
        assertThat(words(findings(exact("a", "/a", "/a/")))).containsExactly("LOOP a[][/a]");
        assertThat(words(findings(pattern("a", "/a/{x}", "/b/{x}"), pattern("b", "/b/{y}", "/a/{y}"))))
                .containsExactly("LOOP a[b][/a/{x}, /b/{y}]");
        assertThat(words(findings(under("a", "/a", "/a/b/{+rest}")))).containsExactly("LOOP a[][/a]");
    }

    @Test
    void aRingOfCapitalsIsMendedByTellingThemApart() {
        RedirectFinding found = findings(exact("a", "/Shop.html", "/shop.html")).stream()
                .filter(f -> f.kind() == Kind.LOOP)
                .findFirst()
                .orElseThrow();
        assertThat(found.mends().get(0).what()).isEqualTo(Mend.What.MIND_CASE);
        assertThat(findings(found.mends().get(0).put().get(0))).isEmpty();
    }

    @Test
    void targetsAreLookedFor() {
        List<RedirectFinding> missing = findings(exact("a", "/a", "/summer-2019.html"));
        assertThat(words(missing)).containsExactly("TARGET_MISSING a[][/summer-2019.html]");
        assertThat(missing.get(0).mends().get(0).put().get(0).target()).isEqualTo("/summer.html");
        assertThat(words(findings(pattern("a", "/a/{x}", "/news/{x}.html"))))
                .containsExactly("TARGET_MISSING a[][/news/]");
        assertThat(words(findings(exact("a", "/a", "http://mine.example/down"))))
                .containsExactly("TARGET_NOT_LIVE a[][http://mine.example/down]");
        assertThat(findings(exact("a", "/a", "http://mine.example/up"), exact("b", "/b", "https://other.example/")))
                .isEmpty();
        NavigableSet<String> live = new TreeSet<>(List.of("/", "/index.html"));
        assertThat(words(RedirectFindings.of(
                        Redirects.of(List.of(exact("a", "/a", "/summer.html"))), facts(PAGES, live))))
                .containsExactly("TARGET_UNPUBLISHED a[][/summer.html]");
    }

    @ParameterizedTest
    @ValueSource(strings = {"https://{x}/", "https://{x}.example/", "{x}", "https:{x}", "//{x}/a", "http://a{x}/"})
    void aTargetWhoseHostIsTheVisitorsIsOpen(String target) {
        List<RedirectFinding> found = findings(pattern("a", "/go/{x}", target));
        assertThat(words(found)).containsExactly("OPEN a[][" + target + "]");
        Redirect waiting = pattern("a", "/go/{x}", target);
        assertThat(Redirects.of(List.of(waiting)).at("/go/there", "", 0)).isEmpty();
        assertThat(FolderRules.of(Redirects.of(List.of(waiting)), "").files()).isEmpty();
        Redirect agreed = found.get(0).mends().stream()
                .filter(mend -> mend.what() == Mend.What.AGREE_TO_OPEN)
                .findFirst()
                .orElseThrow()
                .put()
                .get(0);
        assertThat(findings(agreed)).isEmpty();
        assertThat(Redirects.of(List.of(agreed)).at("/go/there", "", 0)).isPresent();
        assertThat(agreed.leadingTo(target + "x", agreed.status(), agreed.query())
                        .openAgreed())
                .isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"https://a.example/{x}", "https://a.example/?u={x}", "/blog/{x}", "/blog/one.html?u={x}"})
    void aTargetWithAHostOfItsOwnIsNotOpen(String target) {
        assertThat(findings(pattern("a", "/go/{x}", target))).isEmpty();
    }

    /** A clean set: no rule meets another's target, every target is there. */
    private static List<Redirect> clean(int size, NavigableSet<String> pages, Random random) {
        List<Redirect> rules = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            String page = "/pages/p" + random.nextInt(500) + ".html";
            pages.add(page);
            rules.add(
                    switch (i % 20) {
                        case 17 -> under("r" + i, "/folder" + i, "/pages/{+rest}");
                        case 18 -> pattern("r" + i, "/list" + i + "/{n}-{slug}.html", "/pages/{slug}.html");
                        case 19 -> with(exact("r" + i, "/q" + i, page), QueryRule.match("id=" + i));
                        default -> exact("r" + i, "/old/" + i + ".html", page);
                    });
        }
        Collections.shuffle(rules, random);
        return rules;
    }

    @ParameterizedTest
    @ValueSource(ints = {3, 60, 1_000, 10_000})
    void nothingIsInventedOnACleanSet(int size) {
        NavigableSet<String> pages = new TreeSet<>(PAGES);
        List<Redirect> rules = clean(size, pages, new Random(size));
        assertThat(words(RedirectFindings.of(Redirects.of(rules), facts(pages, pages))))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {60, 1_000, 10_000})
    void sixtyPlantedFaultsAreAllFoundAndNothingElse(int size) {
        NavigableSet<String> pages = new TreeSet<>(PAGES);
        Random random = new Random(size + 7L);
        List<Redirect> rules = clean(size, pages, random);
        Map<String, Kind> planted = new HashMap<>();
        for (int i = 0; i < 6; i++) {
            String at = "/fault" + i;
            pages.add(at + "/hidden.html");
            pages.add(at + "/other.html");
            plant(planted, rules, random, Kind.HIDES_PAGE, exact("hides" + i, at + "/hidden.html", "/spring/"));
            plant(planted, rules, random, Kind.HIDES_PAGE, hiding(under("hides-all" + i, at, "/spring/")));
            rules.add(exact("first" + i, "/twice" + i, "/spring/"));
            rules.add(exact("double" + i, "/twice" + i + "/", "/spring/"));
            planted.put("double" + i, Kind.NEVER_REACHED);
            rules.add(exact("one" + i, "/either" + i, "/spring/"));
            rules.add(exact("other" + i, "/EITHER" + i, "/summer.html"));
            planted.put("other" + i, Kind.CONTRADICTION);
            plant(planted, rules, random, Kind.CHAIN, exact("chain" + i, "/chained" + i, "/once" + i));
            plant(planted, rules, random, null, exact("once" + i, "/once" + i, "/spring/"));
            plant(planted, rules, random, Kind.LOOP, exact("ring" + i, "/ring" + i + "/a", "/ring" + i + "/A/"));
            plant(planted, rules, random, Kind.TARGET_MISSING, exact("none" + i, "/none" + i, "/nowhere" + i));
            plant(
                    planted,
                    rules,
                    random,
                    Kind.TARGET_NOT_LIVE,
                    exact("down" + i, "/down" + i, "http://mine.example/down"));
            plant(planted, rules, random, Kind.OPEN, pattern("open" + i, "/open" + i + "/{h}", "https://{h}/"));
            plant(planted, rules, random, Kind.CHAIN, pattern("hop" + i, "/hop" + i + "/{x}", "/twice" + i + "?{x}"));
        }
        assertThat(planted).hasSize(60);
        Map<String, Kind> found = new HashMap<>();
        for (RedirectFinding finding : RedirectFindings.of(Redirects.of(rules), facts(pages, pages))) {
            assertThat(found.put(finding.rule(), finding.kind()))
                    .as(finding.rule())
                    .isNull();
        }
        assertThat(found).isEqualTo(planted);
    }

    private static Redirect hiding(Redirect rule) {
        return new Redirect(
                rule.id(),
                rule.source(),
                rule.target(),
                rule.status(),
                true,
                false,
                rule.query(),
                false,
                Optional.empty(),
                Optional.empty(),
                "",
                "",
                false,
                false);
    }

    private static void plant(
            Map<String, Kind> planted, List<Redirect> rules, Random random, Kind kind, Redirect rule) {
        rules.add(random.nextInt(rules.size() + 1), rule);
        if (kind != null) {
            planted.put(rule.id(), kind);
        }
    }
}
