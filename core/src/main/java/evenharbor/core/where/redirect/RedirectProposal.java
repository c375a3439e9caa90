package evenharbor.core.where.redirect;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Change;
import evenharbor.core.what.version.Changes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a publish that moves pages should do about redirects, so that nobody follows an old link to nothing.
 *
 * @param kind what is proposed
 * @param key what it is about, the same whenever the same publish is looked at
 * @param rule the rule as it will be; for a rule to be withdrawn, as it is
 * @param from the old request path, decoded
 * @param to the new request path, decoded; empty for one to be withdrawn
 * @param pages for how many pages it stands: more than one for a folder, whose paths end in a slash
 */
public record RedirectProposal(Kind kind, String key, Redirect rule, String from, String to, int pages) {

    /** What can be proposed. */
    public enum Kind {
        /** A page moved, or a folder of pages: its old path shall lead to the new one. */
        ADD,
        /** A rule leads to a page that moved: it shall lead to the new path. */
        LEAD_ON,
        /** A page came back to a path that a proposed rule leads away from: the rule shall go. */
        WITHDRAW
    }

    /**
     * The proposals for a publish.
     *
     * @param changes from what is live to what shall be
     * @param set the rules as they are
     * @param pages decoded request paths that what shall be answers at
     */
    public static List<RedirectProposal> of(Changes changes, Redirects set, Set<String> pages) {
        List<RedirectProposal> all = new ArrayList<>();
        Set<String> withdrawn = new HashSet<>();
        for (Redirect rule : set.list()) {
            if (rule.proposed() && pages.contains(rule.source().path())) {
                withdrawn.add(rule.id());
                all.add(new RedirectProposal(
                        Kind.WITHDRAW,
                        "withdraw " + rule.id(),
                        rule,
                        rule.source().path(),
                        "",
                        1));
            }
        }
        List<MovedFolders.Move> moves = new ArrayList<>();
        Set<String> removed = new HashSet<>();
        for (Change change : changes.list()) {
            if (change.kind() == Change.Kind.REMOVED) {
                removed.add(SitePath.requestPath(change.path()));
            } else if (change.kind() == Change.Kind.MOVED && change.page()) {
                String from = SitePath.requestPath(change.from().orElseThrow());
                String to = SitePath.requestPath(change.path());
                leadOn(from, to, set, withdrawn, all);
                if (!pages.contains(from)
                        && set.candidates(from).stream().noneMatch(r -> !withdrawn.contains(r.id()))) {
                    moves.add(new MovedFolders.Move(from, to));
                }
            }
        }
        Set<MovedFolders.Move> together = new HashSet<>();
        for (MovedFolders.Folder folder : MovedFolders.of(moves, removed)) {
            together.addAll(folder.moves());
            all.add(new RedirectProposal(
                    Kind.ADD,
                    "add under " + folder.from(),
                    folder.rule(),
                    folder.from() + "/",
                    folder.to() + "/",
                    folder.moves().size()));
        }
        moves.stream()
                .filter(move -> !together.contains(move))
                .flatMap(move -> add(move.from(), move.to()).stream())
                .forEach(all::add);
        return List.copyOf(all);
    }

    private static Optional<RedirectProposal> add(String from, String to) {
        return new RedirectReader(Set.of())
                .read(TypedRedirect.of(Source.Kind.EXACT, from, to))
                .rule()
                .map(rule -> new RedirectProposal(Kind.ADD, "add " + from, rule.asProposed(), from, to, 1));
    }

    private static void leadOn(
            String from, String to, Redirects set, Set<String> withdrawn, List<RedirectProposal> all) {
        for (Redirect rule : set.list()) {
            Target target = Target.of(rule.target());
            boolean here = rule.status() != RedirectStatus.GONE && target.here() && target.settled();
            if (here
                    && !withdrawn.contains(rule.id())
                    && PathForm.bare(target.path()).equals(PathForm.bare(from))
                    && !PathForm.bare(rule.source().path()).equals(PathForm.bare(to))) {
                Target other = new Target(Target.encoded(to), target.query(), target.fragment());
                all.add(new RedirectProposal(
                        Kind.LEAD_ON,
                        "lead on " + rule.id(),
                        rule.leadingTo(other.text(), rule.status(), rule.query()),
                        rule.source().path(),
                        to,
                        1));
            }
        }
    }
}
