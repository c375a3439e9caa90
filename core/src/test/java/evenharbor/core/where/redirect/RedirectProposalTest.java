package evenharbor.core.where.redirect;

import static evenharbor.core.where.redirect.RuleWorld.exact;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a publish that moves pages proposes. */
class RedirectProposalTest {

    private static Manifest files(String... pathsAndContents) {
        Map<String, FileEntry> files = new HashMap<>();
        for (int i = 0; i < pathsAndContents.length; i += 2) {
            String hash = String.format("%064x", pathsAndContents[i + 1].hashCode() & 0xffffffffL);
            files.put(pathsAndContents[i], new FileEntry(hash, 10, "text/html", true));
        }
        return Manifest.of(files);
    }

    private static List<String> proposals(Manifest before, Manifest after, Redirect... rules) {
        Changes changes = Changes.between(before, after, file -> Optional.empty());
        return RedirectProposal.of(changes, Redirects.of(List.of(rules)), SiteFacts.paths(after)).stream()
                .map(p -> p.kind() + " " + p.from() + " " + p.to() + " / "
                        + p.rule().source().path() + " " + p.rule().target())
                .toList();
    }

    @Test
    void aMovedPageKeepsItsOldLinkAlive() {
        assertThat(proposals(
                        files("about.html", "A", "news/index.html", "N", "style.css", "S"),
                        files("about/index.html", "A", "latest.html", "N", "css/style.css", "S")))
                .containsExactlyInAnyOrder(
                        "ADD /about.html /about/ / /about.html /about/",
                        "ADD /news/ /latest.html / /news/ /latest.html");
    }

    @Test
    void whatARuleTakesAlreadyIsNotProposedAgain() {
        assertThat(proposals(files("a.html", "A"), files("b.html", "A"), exact("r", "/a.html", "/")))
                .isEmpty();
    }

    @Test
    void rulesThatLeadToAMovedPageAreLedOn() {
        assertThat(proposals(
                        files("a.html", "A"),
                        files("new name.html", "A"),
                        exact("r", "/older.html", "/a.html?x=1#y"),
                        exact("s", "/older-still.html", "/A.html")))
                .containsExactly(
                        "LEAD_ON /older.html /new name.html / /older.html /new%20name.html?x=1#y",
                        "ADD /a.html /new name.html / /a.html /new%20name.html");
    }

    @Test
    void aProposedRuleIsWithdrawnWhenItsPageComesBack() {
        Redirect proposed = exact("r", "/a.html", "/b.html").asProposed();
        assertThat(proposals(files("b.html", "B"), files("b.html", "B", "a.html", "A"), proposed))
                .containsExactly("WITHDRAW /a.html  / /a.html /b.html");
        assertThat(proposals(files("b.html", "A"), files("a.html", "A"), proposed))
                .containsExactly("WITHDRAW /a.html  / /a.html /b.html", "ADD /b.html /a.html / /b.html /a.html");
        assertThat(proposals(
                        files("b.html", "B"), files("b.html", "B", "a.html", "A"), exact("r", "/a.html", "/b.html")))
                .as("what a person wrote is theirs to take away")
                .isEmpty();
    }
}
