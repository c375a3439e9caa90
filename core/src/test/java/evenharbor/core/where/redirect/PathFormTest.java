package evenharbor.core.where.redirect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Which paths may fit two forms, and which rules may take what a target makes of a request. */
class PathFormTest {

    @ParameterizedTest(name = "{0} and {1}: {2}")
    @CsvSource({
        "/a, /a, true",
        "/a, /b, false",
        "/a, /a/b, false",
        "/a, /{x}, true",
        "/{x}, /a, true",
        "/{x}.html, /a, false",
        "/a, /{x}.html, false",
        "/a.html, /{x}.html, true",
        "/{x}.html, /a.html, true",
        "/{x}.html, /a-{y}, true",
        "/a-{x}, /b-{y}, false",
        "/b-{x}, /a-{y}, false",
        "/ab-{x}, /a{y}, true",
        "/a{x}, /ab-{y}, true",
        "/{x}.htm, /{y}.html, false",
        "/{x}.html, /{y}l, true",
        "/{x}l, /{y}.html, true",
        "/{x}/b, /a/{y}, true",
        "/{x}/b, /a/c, false",
        "/a/{+t}, /a/b/c, true",
        "/a/b/c, /a/{+t}, true",
        "/a/{+t}, /b/{x}/c, false",
        "/a/{+t}, /{+u}, true",
        "/a/b/{+t}, /a, false",
        "/a, /a/b/{+t}, false",
    })
    void twoFormsMayMeet(String one, String other, boolean meet) {
        assertThat(PathForm.read(one).mayMeet(PathForm.read(other), false, false))
                .isEqualTo(meet);
    }

    @ParameterizedTest(name = "{0}, empty tail {1}, and {2}, empty tail {3}: {4}")
    @CsvSource({
        "/a/{+t}, true, /a, false, true",
        "/a/{+t}, false, /a, false, false",
        "/a/{+t}, false, /a, true, false",
        "/a, false, /a/{+t}, true, true",
        "/a, false, /a/{+t}, false, false",
        "/a, true, /a/{+t}, false, false",
        "/a/b/{+t}, true, /a, true, false",
    })
    void aTailMayStandForNothing(String one, boolean emptyTail, String other, boolean otherEmptyTail, boolean meet) {
        assertThat(PathForm.read(one).mayMeet(PathForm.read(other), emptyTail, otherEmptyTail))
                .isEqualTo(meet);
    }

    @Provide
    Arbitrary<String> forms() {
        Arbitrary<String> segments = Arbitraries.of("a", "b", "{x}", "a{x}", "{x}b", "a{x}b", "ab", "a{x}-{y}");
        return Combinators.combine(segments.list().ofMaxSize(3), Arbitraries.of(true, false))
                .as((all, tail) -> {
                    List<String> parts = new ArrayList<>();
                    for (int i = 0; i < all.size(); i++) {
                        parts.add(all.get(i).replace("x", "x" + i).replace("y", "y" + i));
                    }
                    if (tail) {
                        parts.add("{+t}");
                    }
                    return "/" + String.join("/", parts);
                });
    }

    @Provide
    Arbitrary<List<String>> paths() {
        return Arbitraries.of("a", "b", "ab", "aab", "a1b", "abb", "a1-2", "a1-b")
                .list()
                .ofMaxSize(4);
    }

    /** A path that two rules take is one at which their forms meet. */
    @Property(tries = 2_000)
    void formsMeetAtEachPathThatFitsBoth(
            @ForAll("forms") String one, @ForAll("forms") String other, @ForAll("paths") List<String> path) {
        if (fits(one, path) && fits(other, path)) {
            assertThat(PathForm.read(one).mayMeet(PathForm.read(other), false, false))
                    .as("%s and %s at %s", one, other, path)
                    .isTrue();
        }
    }

    private static boolean fits(String form, List<String> path) {
        return Redirects.of(List.of(RuleWorld.pattern("r", form, "/x")))
                .at("/" + String.join("/", path), "", RuleWorld.SECOND)
                .isPresent();
    }

    @ParameterizedTest(name = "{0} asked for {1} is sent to what {2} takes: {3}")
    @CsvSource({
        "/{x}, /{x}.html, /page.html, true",
        "/{x}, /new/{x}, /new/{y}, true",
        "/{x}, /new/{x}, /{y}/a, true",
        "/{x}, /new/{x}, /old/{y}, false",
        "/{x}, /{x}, /a, true",
        "/{x}, /new/inde{x}, /new, true",
        "/{x}, /new/{x}, /new, false",
        "/{x}, /new/b{x}, /new, false",
        "/old/{+t}, /new/{+t}, /new/a/b, true",
        "/old/{+t}, /new/{+t}, /new, true",
        "/old/{+t}, /new/x{+t}, /new/x/y, true",
        "/{x}/{y}, /{x}{y}/b, /ab/b, true",
        "/{x}/{y}, /{x}{y}/b, /ab/c, false",
        "/{x}, /New/{x}, /new/{y}, true",
    })
    void whatMayTakeARequestOfATargetIsFound(String source, String target, String taker, boolean found) {
        Redirects set = Redirects.of(List.of(RuleWorld.pattern("taker", taker, "/x")));
        Set<String> takers = new Meetings(set.compiled()).of(Target.of(target));
        assertThat(takers.contains("taker")).as(source).isEqualTo(found);
    }

    @ParameterizedTest(name = "{0}: {1} ? {2} # {3}")
    @CsvSource({
        "/a, /a, '', ''",
        "/a?q#f, /a, q, f",
        "/a#f?q, /a, '', f?q",
        "#f, '', '', f",
        "?q, '', q, ''",
        "/a?, /a, '', ''",
        "/a?b?c, /a, b?c, ''",
    })
    void aTargetIsTakenApart(String target, String place, String query, String fragment) {
        assertThat(Target.of(target)).isEqualTo(new Target(place, query, fragment));
    }

    @ParameterizedTest(name = "{0}: place fixed {1}, settled {2}, open {3}")
    @CsvSource({
        "/a, true, true, false",
        "/a/{x}, false, false, false",
        "/a?q={x}, true, false, false",
        "{x}, false, false, true",
        "//{x}/a, false, false, true",
        "https://{x}.example/, false, false, true",
        "https://a.example/{x}, false, false, false",
        "https://a.example{x}, false, false, true",
    })
    void whatARequestDecidesOfATarget(String target, boolean fixed, boolean settled, boolean open) {
        Target read = Target.of(target);
        assertThat(read.fixedPlace()).isEqualTo(fixed);
        assertThat(read.settled()).isEqualTo(settled);
        assertThat(read.open()).isEqualTo(open);
    }

    /** One hop is for good, or keeps the method, only when both do. */
    @Property
    void oneHopSaysNoMoreThanBoth(@ForAll RedirectStatus first, @ForAll RedirectStatus second) {
        RedirectStatus both = first.before(second);
        if (second == RedirectStatus.GONE) {
            assertThat(both).isEqualTo(RedirectStatus.GONE);
        } else if (first != RedirectStatus.GONE) {
            boolean forGood = Set.of(301, 308).containsAll(List.of(first.code(), second.code()));
            boolean same = Set.of(307, 308).containsAll(List.of(first.code(), second.code()));
            assertThat(both.code()).isEqualTo(forGood ? same ? 308 : 301 : same ? 307 : 302);
        }
        assertThat(RedirectStatus.of(first.code())).contains(first);
    }

    private static Optional<Redirect> shortened(Redirect... rules) {
        return Shortening.of(rules[0], Redirects.of(List.of(rules)), SiteFacts.alone(Set.of("/", "/page")));
    }

    @ParameterizedTest(name = "/0 to {0}, {1} to {2}: {3}")
    @CsvSource(
            nullValues = "-",
            value = {
                "/1, /1, /page, /page",
                "/1?a=1, /1, /page?b=2, /page?b=2&a=1",
                "/1#f, /1, /page, /page#f",
                "/1#f, /1, /page#g, /page#g",
                "/1, /2, /page, -",
                "https://a.example/, /1, /page, -",
                "/1/x, /1/{y}, /n/{y}, /n/x",
                "/0, /1, /page, -",
            })
    void aRuleIsLedToItsLastStop(String target, String next, String end, String whole) {
        Optional<Redirect> shorter = shortened(
                RuleWorld.exact("first", "/0", target),
                next.contains("{") ? RuleWorld.pattern("next", next, end) : RuleWorld.exact("next", next, end));
        assertThat(shorter.map(Redirect::target)).isEqualTo(Optional.ofNullable(whole));
    }

    @ParameterizedTest
    @CsvSource({"18, true", "19, true", "20, false", "21, false"})
    void aWayOfManyStopsIsFollowedToALimit(int stops, boolean followed) {
        List<Redirect> rules = new ArrayList<>();
        for (int i = 0; i <= stops; i++) {
            rules.add(RuleWorld.exact("r" + i, "/" + i, i == stops ? "/page" : "/" + (i + 1)));
        }
        Optional<Redirect> shorter = shortened(rules.toArray(Redirect[]::new));
        assertThat(shorter.map(Redirect::target)).isEqualTo(followed ? Optional.of("/page") : Optional.empty());
    }

    @ParameterizedTest
    @EnumSource(QueryRule.Kind.class)
    void whatIsDroppedOnTheWayIsDropped(QueryRule.Kind first) {
        QueryRule query = first == QueryRule.Kind.MATCH
                ? QueryRule.match("p=1")
                : first == QueryRule.Kind.DROP ? QueryRule.DROP : QueryRule.KEEP;
        Redirect drops = RuleWorld.with(RuleWorld.exact("second", "/1", "/page"), QueryRule.DROP);
        Optional<Redirect> byDrop = shortened(RuleWorld.with(RuleWorld.exact("first", "/0", "/1?q=1"), query), drops);
        if (first == QueryRule.Kind.MATCH) {
            assertThat(byDrop)
                    .as("a rule for some queries cannot also drop them")
                    .isEmpty();
        } else {
            assertThat(byDrop.orElseThrow().target()).isEqualTo("/page");
            assertThat(byDrop.orElseThrow().query()).isEqualTo(QueryRule.DROP);
        }
        Redirect keeps = RuleWorld.exact("second", "/1", "/page");
        Redirect kept = shortened(RuleWorld.with(RuleWorld.exact("first", "/0", "/1?q=1"), query), keeps)
                .orElseThrow();
        assertThat(kept.target()).isEqualTo("/page?q=1");
        assertThat(kept.query()).isEqualTo(query);
    }

    @ParameterizedTest
    @CsvSource({"GONE", "RING", "SOMETIMES", "PAGE"})
    void whereItCannotBeShortenedItIsLeft(String what) {
        Redirect first = RuleWorld.exact("first", "/0", what.equals("PAGE") ? "/page" : "/1");
        Optional<Redirect> shorter = switch (what) {
            case "GONE" -> shortened(first, RuleWorld.gone(RuleWorld.exact("second", "/1", "")));
            case "RING" -> shortened(first, RuleWorld.exact("second", "/1", "/0"));
            case "SOMETIMES" ->
                shortened(first, RuleWorld.with(RuleWorld.exact("second", "/1", "/page"), QueryRule.match("q=1")));
            default -> shortened(first, RuleWorld.under("second", "/page", "/x"));
        };
        if (what.equals("GONE")) {
            assertThat(shorter.orElseThrow().status()).isEqualTo(RedirectStatus.GONE);
            assertThat(shorter.orElseThrow().target()).isEmpty();
        } else {
            assertThat(shorter).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource({"/{a}/x-{b}, /1/x-2", "/{a}/{+t}, /1/2/3"})
    void partsAreFoundInThePathsOwnLetters(String form, String path) {
        Map<String, String> parts = PathForm.read(form).parts(path, true);
        assertThat(parts.get("a")).isEqualTo("1");
        assertThat(parts.getOrDefault("b", parts.get("t"))).isEqualTo(form.contains("+") ? "2/3" : "2");
    }
}
