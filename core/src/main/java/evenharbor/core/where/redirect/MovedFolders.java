package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Folders of which so many pages moved together that one rule says the same as one for each page. */
final class MovedFolders {

    /** Fewer pages are told one by one. */
    private static final int FEWEST = 5;

    /** A page that moved: decoded request paths. */
    record Move(String from, String to) {}

    /**
     * A folder that moved.
     *
     * @param from its path, without a slash at its end
     * @param to where it is now, without a slash at its end; empty for the root
     * @param rule the rule for everything under it
     * @param moves the pages for which it stands
     */
    record Folder(String from, String to, Redirect rule, List<Move> moves) {}

    private MovedFolders() {}

    /**
     * The folders that moved, the largest first; each page is in one of them at most.
     *
     * @param removed request paths at which there was something that is nowhere now: one under a folder would be led to
     *     nothing, so that folder is left alone
     */
    static List<Folder> of(List<Move> moves, Set<String> removed) {
        Map<Move, List<Move>> byFolders = new HashMap<>();
        for (Move move : moves) {
            folders(move)
                    .forEach(pair -> byFolders
                            .computeIfAbsent(pair, p -> new ArrayList<>())
                            .add(move));
        }
        List<Map.Entry<Move, List<Move>>> candidates = new ArrayList<>(byFolders.entrySet());
        candidates.removeIf(pair -> pair.getValue().size() < FEWEST || loses(pair.getKey(), removed));
        // Of several folders for the same pages the outermost says it best.
        candidates.sort(Comparator.comparingInt(
                        (Map.Entry<Move, List<Move>> pair) -> -pair.getValue().size())
                .thenComparing(pair -> pair.getKey().from().length())
                .thenComparing(pair -> pair.getKey().from())
                .thenComparing(pair -> pair.getKey().to()));
        List<Folder> folders = new ArrayList<>();
        Set<Move> taken = new HashSet<>();
        Set<String> sources = new HashSet<>();
        for (Map.Entry<Move, List<Move>> pair : candidates) {
            List<Move> left = pair.getValue().stream()
                    .filter(move -> !taken.contains(move))
                    .toList();
            if (left.size() >= FEWEST && !sources.contains(pair.getKey().from())) {
                folder(pair.getKey(), left).ifPresent(folder -> {
                    folders.add(folder);
                    taken.addAll(folder.moves());
                    sources.add(folder.from());
                });
            }
        }
        return folders;
    }

    /** The pairs of folders, old and new, under which a page has the same path, the innermost first. */
    private static List<Move> folders(Move move) {
        List<Move> pairs = new ArrayList<>();
        int from = parent(move.from());
        int to = parent(move.to());
        while (from > 0
                && to >= 0
                && move.from().substring(from).equals(move.to().substring(to))) {
            Move pair = new Move(move.from().substring(0, from), move.to().substring(0, to));
            if (!pair.from().equals(pair.to()) && !pair.to().startsWith(pair.from() + "/")) {
                pairs.add(pair);
            }
            from = move.from().lastIndexOf('/', from - 1);
            to = move.to().lastIndexOf('/', to - 1);
        }
        return pairs;
    }

    /** Where the last name of a path begins, its slash included; a folder's own page has the empty name. */
    private static int parent(String path) {
        return path.lastIndexOf('/');
    }

    private static boolean loses(Move folders, Set<String> removed) {
        return removed.stream().anyMatch(path -> path.startsWith(folders.from() + "/"));
    }

    /** The rule for a folder, with those of its pages that it leads where a rule of their own would. */
    private static Optional<Folder> folder(Move folders, List<Move> moves) {
        return new RedirectReader(Set.of())
                .read(TypedRedirect.of(Source.Kind.UNDER, folders.from(), folders.to() + "/*"))
                .rule()
                .map(rule -> {
                    Redirects alone = Redirects.of(List.of(rule));
                    List<Move> same = moves.stream()
                            .filter(move -> alone.at(move.from(), "", 0)
                                    .filter(match -> match.location().equals(Target.encoded(move.to())))
                                    .isPresent())
                            .toList();
                    return new Folder(folders.from(), folders.to(), rule.asProposed(), same);
                })
                .filter(folder -> folder.moves().size() >= FEWEST);
    }
}
