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
import java.util.Random;
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

    private static String[] pages(String folder, int many) {
        String[] all = new String[2 * many];
        for (int i = 0; i < many; i++) {
            all[2 * i] = folder + (i % 3 == 0 ? "deep/" : "") + "p" + i + (i == 1 ? "/index.html" : ".html");
            all[2 * i + 1] = "content " + i;
        }
        return all;
    }

    private static Manifest with(Manifest files, String... more) {
        return files.with(all -> all.putAll(files(more).files()));
    }

    @Test
    void aFolderThatMovedIsOneRule() {
        Manifest before = with(files(pages("old/", 40)), "index.html", "I", "kept/a.html", "K");
        Manifest after = with(files(pages("new/place/", 40)), "index.html", "I", "kept/a.html", "K");
        assertThat(proposals(before, after)).containsExactly("ADD /old/ /new/place/ / /old /new/place/{+rest}");
        // One page that went elsewhere has a rule of its own; what did not move into the new folder is no reason for
        // none.
        Manifest apart = after.with(all -> {
            FileEntry one = all.remove("new/place/p2.html");
            all.put("elsewhere.html", one);
        });
        assertThat(proposals(before, apart))
                .containsExactly(
                        "ADD /old/ /new/place/ / /old /new/place/{+rest}",
                        "ADD /old/p2.html /elsewhere.html / /old/p2.html" + " /elsewhere.html");
    }

    @Test
    void aFolderIsLeftAloneWhereOneRuleWouldSayOtherThanManyDo() {
        Manifest before = files(pages("old/", 10));
        assertThat(proposals(with(before, "old/lost.html", "L"), files(pages("new/", 10))))
                .as("a page that is lost would be led to nothing")
                .hasSize(10);
        assertThat(proposals(files(pages("", 10)), files(pages("new/", 10))))
                .as("all under the root would be led round in a ring")
                .noneMatch(p -> p.contains(" /new/{+rest}") && p.startsWith("ADD / "));
        assertThat(proposals(before, files(pages("old/now/", 10))))
                .as("what is under the new folder is under the old one, too")
                .noneMatch(p -> p.startsWith("ADD /old/ "));
        assertThat(proposals(files(pages("old/", 4)), files(pages("new/", 4)))).hasSize(4);
    }

    /** Random moves: with what is proposed each old link ends where one rule for each page would lead it. */
    @Test
    void foldersLeadWhereSingleRulesWould() {
        for (int seed = 0; seed < 200; seed++) {
            Random random = new Random(seed);
            Map<String, FileEntry> before = new HashMap<>();
            Map<String, FileEntry> after = new HashMap<>();
            Map<String, String> moved = new HashMap<>();
            List<String> folders = List.of("", "a/", "a/b/", "c/", "c/d/");
            for (int i = 0; i < 40; i++) {
                FileEntry file = new FileEntry(String.format("%064x", i + 1), 10, "text/html", true);
                String name = "p" + i + ".html";
                String from = folders.get(random.nextInt(folders.size())) + name;
                before.put(from, file);
                int fate = random.nextInt(seed % 4 == 0 ? 30 : 1_000);
                String to = fate == 0 ? null : from.replaceFirst("^a/", seed % 2 == 0 ? "z/" : "c/x/");
                if (to != null) {
                    after.put(fate == 1 ? "else-" + name : to, file);
                    moved.put("/" + from, "/" + (fate == 1 ? "else-" + name : to));
                }
            }
            Changes changes = Changes.between(Manifest.of(before), Manifest.of(after), file -> Optional.empty());
            List<RedirectProposal> proposed =
                    RedirectProposal.of(changes, Redirects.NONE, SiteFacts.paths(Manifest.of(after)));
            Redirects rules = Redirects.of(
                    proposed.stream().map(p -> p.rule().named(p.key())).toList());
            moved.forEach((from, to) -> {
                String location = rules.at(from, "", 0).map(Match::location).orElse(from);
                assertThat(location).isEqualTo(from.equals(to) ? location : to);
            });
            assertThat(before.keySet().stream()
                            .map(path -> "/" + path)
                            .filter(path -> !moved.containsKey(path))
                            .filter(lost -> rules.at(lost, "", 0).isPresent()))
                    .as("seed %d", seed)
                    .isEmpty();
        }
    }
}
