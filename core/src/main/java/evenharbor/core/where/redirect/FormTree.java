package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Rules for folders and patterns by the segments of their paths. A look-up walks the tree as deep as the path has
 * segments, and tries what is more exact first: fixed text, text around named parts, a named part, all that follows.
 */
final class FormTree {

    static final String INDEX = "index.html";

    private static final class Node {
        private final Map<String, Node> fixed = new HashMap<>();
        private final List<Mixed> mixed = new ArrayList<>();
        private Node whole;
        private final List<Compiled> ends = new ArrayList<>();
        private final List<Compiled> tails = new ArrayList<>();
    }

    private record Mixed(PathForm.Segment segment, Node node) {}

    private final Node root = new Node();
    private final boolean folds;
    private boolean empty = true;

    /** A tree for rules that ignore case, or for those that mind it. */
    FormTree(boolean folds) {
        this.folds = folds;
    }

    void add(Compiled rule) {
        empty = false;
        List<Compiled> bucket = rivals(rule);
        bucket.add(rule);
        bucket.sort(Compiled.FIRST);
    }

    private static Node child(Node node, PathForm.Segment segment) {
        if (segment.fixed()) {
            return node.fixed.computeIfAbsent(segment.texts().get(0), s -> new Node());
        }
        if (segment.whole()) {
            node.whole = node.whole == null ? new Node() : node.whole;
            return node.whole;
        }
        for (Mixed mixed : node.mixed) {
            if (mixed.segment().outline().equals(segment.outline())) {
                return mixed.node();
            }
        }
        Mixed made = new Mixed(segment, new Node());
        node.mixed.add(made);
        node.mixed.sort(Comparator.comparingInt((Mixed m) -> m.segment().weight())
                .reversed()
                .thenComparing(m -> m.segment().outline()));
        return made.node();
    }

    /** The rules at the same place of the tree, the first to count first. */
    List<Compiled> rivals(Compiled rule) {
        PathForm form = folds ? rule.form().folded() : rule.form();
        Node node = root;
        for (PathForm.Segment segment : form.segments()) {
            node = child(node, segment);
        }
        return form.tail().isPresent() ? node.tails : node.ends;
    }

    /** The first rule for a path that is accepted, the most exact first. */
    Optional<Compiled> first(String path, Predicate<Compiled> accepts) {
        if (empty) {
            return Optional.empty();
        }
        String[] segments = PathForm.split(path);
        // Without a slash behind it that is no folder, however a rule takes letters.
        boolean ownPage = segments.length > 0 && segments[segments.length - 1].equals(INDEX);
        return Optional.ofNullable(
                walk(root, folds ? PathForm.split(PathForm.fold(path)) : segments, ownPage, 0, accepts));
    }

    /** @param ownPage whether the last segment names the page of the folder before it */
    private static Compiled walk(Node node, String[] segments, boolean ownPage, int at, Predicate<Compiled> accepts) {
        if (at < segments.length) {
            Compiled found = deeper(node, segments, ownPage, at, accepts);
            if (found != null) {
                return found;
            }
        }
        boolean rest = at < segments.length && !(at == segments.length - 1 && segments[at].isEmpty());
        if (!rest || at == segments.length - 1 && segments[at].equals(INDEX)) {
            for (Compiled rule : node.ends) {
                if (accepts.test(rule)) {
                    return rule;
                }
            }
        }
        boolean folder = at < segments.length || !ownPage;
        for (Compiled rule : node.tails) {
            if ((rest || rule.emptyTail() && folder) && accepts.test(rule)) {
                return rule;
            }
        }
        return null;
    }

    private static Compiled deeper(Node node, String[] segments, boolean ownPage, int at, Predicate<Compiled> accepts) {
        String segment = segments[at];
        Node fixed = node.fixed.get(segment);
        Compiled found = fixed == null ? null : walk(fixed, segments, ownPage, at + 1, accepts);
        if (segment.equals(INDEX)) {
            // A folder's own page is no name that a part could stand for.
            return found;
        }
        for (int i = 0; found == null && i < node.mixed.size(); i++) {
            Mixed mixed = node.mixed.get(i);
            if (mixed.segment().spans(segment).isPresent()) {
                found = walk(mixed.node(), segments, ownPage, at + 1, accepts);
            }
        }
        if (found == null && node.whole != null && !segment.isEmpty()) {
            found = walk(node.whole, segments, ownPage, at + 1, accepts);
        }
        return found;
    }
}
