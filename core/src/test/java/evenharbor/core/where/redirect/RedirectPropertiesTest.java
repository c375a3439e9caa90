package evenharbor.core.where.redirect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.statistics.Statistics;

/** What holds for every set of rules. Sets are drawn from few names, so that rules meet often. */
class RedirectPropertiesTest {

    private static final NavigableSet<String> PAGES =
            new TreeSet<>(List.of("/", "/index.html", "/a", "/a/", "/a/index.html", "/b/c", "/page"));
    private static final SiteFacts FACTS = SiteFacts.alone(PAGES);

    @Provide
    Arbitrary<String> paths() {
        Arbitrary<String> names = Arbitraries.of("a", "b", "c", "B", "page", "x y", "index.html");
        return Combinators.combine(names.list().ofMinSize(0).ofMaxSize(3), Arbitraries.of(true, false))
                .as((parts, slash) -> "/" + String.join("/", parts) + (slash && !parts.isEmpty() ? "/" : ""));
    }

    @Provide
    Arbitrary<String> queries() {
        return Arbitraries.of("", "q=1", "q=1&r=2", "r=2", "z");
    }

    private Arbitrary<Redirect> rules() {
        Arbitrary<Source> sources = Arbitraries.oneOf(
                paths().map(Source::exact),
                paths().map(p -> Source.under(PathForm.bare(p))),
                Arbitraries.of(
                                "/{x}",
                                "/a/{x}",
                                "/{x}/b",
                                "/a{x}",
                                "/b/{+t}",
                                "/{x}/{y}",
                                "/{x}c/b",
                                "/a/{+t}",
                                "/{x}.html")
                        .map(Source::pattern));
        Arbitrary<String> ends = Arbitraries.of("", "", "", "?q=1", "?k=v", "#f");
        return Combinators.combine(
                        sources,
                        Combinators.combine(paths(), ends).as((p, e) -> Target.encoded(p) + e),
                        Arbitraries.integers().between(0, 20),
                        Arbitraries.of(QueryRule.KEEP, QueryRule.KEEP, QueryRule.DROP, QueryRule.match("q=1")),
                        Arbitraries.of(
                                RedirectStatus.MOVED,
                                RedirectStatus.MOVED,
                                RedirectStatus.FOR_NOW,
                                RedirectStatus.GONE),
                        Arbitraries.of(true, false),
                        Arbitraries.of(true, false, false))
                .as((source, target, form, query, status, ignoresCase, limited) -> new Redirect(
                        "",
                        source,
                        status == RedirectStatus.GONE ? "" : templated(source, target, form),
                        status,
                        ignoresCase,
                        source.kind() == Source.Kind.EXACT && form % 5 == 0,
                        query,
                        form % 3 == 0,
                        limited && form % 2 == 0 ? Optional.of(Instant.ofEpochSecond(1_000)) : Optional.empty(),
                        limited && form % 2 == 1 ? Optional.of(Instant.ofEpochSecond(2_000)) : Optional.empty(),
                        "",
                        "",
                        false,
                        false));
    }

    /** Some targets take up a part of their source. */
    private static String templated(Source source, String target, int form) {
        List<String> names = PathForm.of(source).names();
        if (names.isEmpty() || form % 4 == 0) {
            return target;
        }
        String name = names.get(form % names.size());
        boolean many = PathForm.of(source).tail().filter(name::equals).isPresent();
        String part = many ? "{+" + name + "}" : "{" + name + "}";
        return switch (form % 4) {
            case 1 -> "/" + part;
            case 2 -> form > 10 || many ? "/a/" + part : "/inde" + part;
            default -> "/b/" + part + "/c";
        };
    }

    @Provide
    Arbitrary<List<Redirect>> sets() {
        return rules().list().ofMinSize(1).ofMaxSize(7).map(drawn -> {
            List<Redirect> named = new ArrayList<>();
            IntStream.range(0, drawn.size()).forEach(i -> named.add(drawn.get(i).named("r" + i)));
            return named;
        });
    }

    @Property
    void noSetThatPassesTheFindingsSendsOnTwice(
            @ForAll("sets") List<Redirect> rules, @ForAll("paths") String path, @ForAll("queries") String query) {
        Redirects set = Redirects.of(rules);
        boolean passes = RedirectFindings.of(set, FACTS).stream()
                .noneMatch(f -> f.kind() == RedirectFinding.Kind.LOOP || f.kind() == RedirectFinding.Kind.CHAIN);
        Statistics.label("passes").collect(passes);
        if (passes) {
            List<String> way = RuleWorld.way(set, PAGES, path, query);
            assertThat(way.stream().filter(w -> !w.equals(RuleWorld.GONE))).hasSizeLessThanOrEqualTo(2);
        }
    }

    @Property
    void noSetWithoutARingLoops(
            @ForAll("sets") List<Redirect> rules, @ForAll("paths") String path, @ForAll("queries") String query) {
        Redirects set = Redirects.of(rules);
        boolean rings = RedirectFindings.of(set, FACTS).stream().anyMatch(f -> f.kind() == RedirectFinding.Kind.LOOP);
        List<String> way = RuleWorld.way(set, PAGES, path, query);
        Statistics.label("loops").collect(way.contains(RuleWorld.LOOP));
        if (!rings) {
            assertThat(way).doesNotContain(RuleWorld.LOOP);
        }
    }

    @Property
    void shorteningChainsNeverChangesWhereARequestEnds(
            @ForAll("sets") List<Redirect> rules, @ForAll("paths") String path, @ForAll("queries") String query) {
        Redirects set = Redirects.of(rules);
        Map<String, Redirect> shorter = new HashMap<>();
        RedirectFindings.of(set, FACTS).stream()
                .flatMap(finding -> finding.mends().stream())
                .filter(mend -> mend.what() == RedirectFinding.Mend.What.LEAD_TO_LAST_STOP)
                .flatMap(mend -> mend.put().stream())
                .forEach(rule -> shorter.put(rule.id(), rule));
        Redirects after = Redirects.of(
                rules.stream().map(r -> shorter.getOrDefault(r.id(), r)).toList());
        // Half of the requests are for a path that a rule was made for.
        String source = rules.get(path.length() % rules.size()).source().path();
        String asked = path.length() % 2 == 0 && !source.contains("{") ? source : path;
        List<String> before = RuleWorld.way(set, PAGES, asked, query);
        List<String> now = RuleWorld.way(after, PAGES, asked, query);
        Statistics.label("shortened").collect(!shorter.isEmpty(), now.size() < before.size());
        if (before.contains(RuleWorld.LOOP)) {
            assertThat(now).contains(RuleWorld.LOOP);
        } else {
            assertThat(now.get(now.size() - 1)).isEqualTo(before.get(before.size() - 1));
            assertThat(now).hasSizeLessThanOrEqualTo(before.size());
        }
    }

    @Property
    void whatDecidesIsTheFirstCandidateThatApplies(
            @ForAll("sets") List<Redirect> rules, @ForAll("paths") String path, @ForAll("queries") String query) {
        Redirects set = Redirects.of(rules);
        Optional<String> first = set.candidates(path).stream()
                .filter(rule -> rule.countsAt(RuleWorld.SECOND) && rule.query().accepts(query))
                .map(Redirect::id)
                .findFirst();
        assertThat(set.at(path, query, RuleWorld.SECOND).map(m -> m.rule().id()))
                .isEqualTo(first);
    }

    /** Rules of a folder, carried out as the common server does, lead where the set leads. */
    @Property
    void theRulesOfAFolderLeadWhereTheSetDoes(@ForAll("sets") List<Redirect> rules, @ForAll("paths") String path) {
        List<Redirect> carriedOnly = new ArrayList<>(rules);
        carriedOnly.removeAll(FolderRules.of(Redirects.of(rules), "").leftOut());
        Redirects set = Redirects.of(carriedOnly);
        CarriedRules carried = FolderRules.of(set, "");
        assertThat(carried.leftOut()).isEmpty();
        // The server itself leads to a folder by its slash before any rule is asked.
        Optional<Match> match =
                set.at(path, "", RuleWorld.SECOND).filter(m -> !(m.rule().pagesFirst() && PAGES.contains(path)));
        Optional<String> expected = match.map(
                m -> m.rule().status() == RedirectStatus.GONE ? RuleWorld.GONE : Target.decoded(m.location()));
        Statistics.label("led").collect(expected.isPresent());
        assertThat(FolderServer.answer(carried.files().getOrDefault(".htaccess", ""), path, PAGES))
                .as("%s by %s", path, carried.files().get(".htaccess"))
                .isEqualTo(expected);
    }

    /** Found by chance: a file's name with a slash behind it is a folder, and without one the folder's own page. */
    @Example
    void aFolderThatIsCalledAsItsOwnPageLeadsAsTheSetDoes() {
        for (String source : List.of("/index.html/", "/a/index.html/", "/INDEX.html/", "/index.html/index.html")) {
            for (String path : List.of(
                    "/index.html",
                    "/index.html/",
                    "/INDEX.html",
                    "/INDEX.html/",
                    "/a/index.html",
                    "/a/index.html/",
                    "/")) {
                theRulesOfAFolderLeadWhereTheSetDoes(List.of(RuleWorld.exact("r", source, "/b/c")), path);
                theRulesOfAFolderLeadWhereTheSetDoes(List.of(RuleWorld.under("r", source, "/{+rest}")), path);
            }
        }
        for (String pattern : List.of("/{t}/index.html", "/index.html/{t}", "/index.html/{+t}", "/a/index.html/{+t}")) {
            for (String path :
                    List.of("/index.html", "/a/index.html", "/a/index.html/", "/index.html/", "/index.html/a")) {
                theRulesOfAFolderLeadWhereTheSetDoes(List.of(RuleWorld.pattern("r", pattern, "/b/{t}")), path);
            }
        }
    }
}
