package evenharbor.core.where.redirect;

import static evenharbor.core.where.redirect.RuleWorld.exact;
import static evenharbor.core.where.redirect.RuleWorld.with;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Lines of a file compared with the rules there are. */
class RedirectIntakeTest {

    private static List<RedirectIntake> compared(Redirects set, String... sourcesAndTargets) {
        RedirectReader reader = new RedirectReader(Set.of());
        List<RedirectIntake.Line> lines = new ArrayList<>();
        for (int i = 0; i < sourcesAndTargets.length; i += 2) {
            lines.add(new RedirectIntake.Line(
                    i / 2 + 2,
                    reader.read(TypedRedirect.of(Source.Kind.EXACT, sourcesAndTargets[i], sourcesAndTargets[i + 1]))));
        }
        return RedirectIntake.of(lines, set);
    }

    @Test
    void eachLineIsNewChangedTheSameOrWrong() {
        Redirects set = Redirects.of(List.of(
                exact("r1", "/a", "/x"),
                exact("r2", "/b", "/y").asProposed(),
                with(exact("r3", "/c", "/z"), QueryRule.match("q=1"))));
        List<RedirectIntake> lines =
                compared(set, "/a", "/x", "/B/", "/other", "/c", "/z", "/d", "", "/c/", "/w", "/c?q=1", "/z");
        assertThat(lines)
                .extracting(l -> l.line() + " " + l.outcome() + " "
                        + l.rule().map(Redirect::id).orElse("-"))
                .containsExactly("2 SAME r1", "3 CHANGED r2", "4 NEW ", "5 WRONG -", "6 WRONG -", "7 SAME r3");
        assertThat(lines.get(4).faults().get(0).sentence()).isEqualTo("Line 4 has a rule for the same path already.");
        assertThat(lines.get(1).before().orElseThrow().target()).isEqualTo("/y");
    }

    @Test
    void aRuleThatWasProposedAndIsTheSameStaysAsItIs() {
        Redirects set = Redirects.of(List.of(exact("r", "/b", "/y").asProposed()));
        assertThat(compared(set, "/b", "/y").get(0).outcome()).isEqualTo(RedirectIntake.Outcome.SAME);
    }
}
