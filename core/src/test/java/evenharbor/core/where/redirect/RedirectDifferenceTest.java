package evenharbor.core.where.redirect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class RedirectDifferenceTest {

    private static Redirect rule(String id, String path, String target) {
        return Redirect.of(id, new Source(Source.Kind.EXACT, path), target);
    }

    private static Redirect asked(String id, String path, String parameters, String target) {
        return rule(id, path, target).leadingTo(target, RedirectStatus.MOVED, QueryRule.match(parameters));
    }

    private static List<String> between(List<Redirect> before, List<Redirect> after) {
        return RedirectDifference.between(Redirects.of(before), Redirects.of(after)).stream()
                .map(one -> one.source() + ": " + one.before() + " | " + one.after())
                .toList();
    }

    @Test
    void whatCameWentOrLeadsElsewhereIsTold() {
        Redirect same = rule("1", "/same", "/a");
        assertThat(between(
                        List.of(same, rule("2", "/gone", "/b"), rule("3", "/moved", "/c")),
                        List.of(rule("4", "/new", "/d"), rule("3", "/moved", "/e"), same)))
                .containsExactly("/gone: 301 → /b | ", "/moved: 301 → /c | 301 → /e", "/new:  | 301 → /d");
        assertThat(between(List.of(same), List.of(same.named("9"))))
                .as("the same under another id")
                .isEmpty();
    }

    @Test
    void rulesOfOnePathWithOtherParametersAreToldApart() {
        assertThat(between(
                        List.of(asked("1", "/p", "id=1", "/one"), asked("2", "/p", "id=2", "/two")),
                        List.of(asked("1", "/p", "id=1", "/one"), asked("2", "/p", "id=2", "/three"))))
                .containsExactly("/p?id=2: 301 → /two | 301 → /three");
        assertThat(between(List.of(Redirect.of("1", new Source(Source.Kind.UNDER, "/old"), "/new/{rest}")), List.of()))
                .singleElement()
                .asString()
                .startsWith("/old/…: 301");
    }
}
