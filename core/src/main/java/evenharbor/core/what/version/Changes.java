package evenharbor.core.what.version;

import evenharbor.core.what.draft.SitePath;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Everything that differs between two manifests, sorted by path. A file that went from one path and came at another
 * with the same content is moved; so is a text that was edited a little on the way.
 */
public final class Changes {

    /** From this likeness on, a text counts as moved and edited. Below it, as one removed and another added. */
    static final double ALIKE = 0.5;

    /** Texts longer than this are not compared word by word. */
    private static final long LONGEST_TEXT = 512 * 1024;

    /** How many pages that did not move are read to learn what most pages say. */
    private static final int MOST_STAYED = 12;

    /** With more texts gone than this, looking for moved and edited ones would take too long. */
    private static final int MOST_TEXTS = 400;

    private final List<Change> list;

    private Changes(List<Change> list) {
        this.list = List.copyOf(list);
    }

    /** Reads a text by its file. */
    @FunctionalInterface
    public interface Texts {
        /** The text of a file that is known to be UTF-8; empty when it cannot be read. */
        Optional<String> of(FileEntry file);
    }

    /** The differences that lead from one manifest to the other. */
    public static Changes between(Manifest before, Manifest after, Texts texts) {
        List<Change> changed = new ArrayList<>();
        Map<String, FileEntry> gone = new HashMap<>();
        Map<String, FileEntry> come = new HashMap<>();
        SideBySide.walk(before, after, (path, old, now) -> {
            if (now == null) {
                gone.put(path, old);
            } else if (old == null) {
                come.put(path, now);
            } else if (!old.sameContent(now)) {
                changed.add(change(Change.Kind.CHANGED, path, null, old, now));
            }
        });
        List<Change> moved = new ArrayList<>(movedUnchanged(gone, come));
        moved.addAll(movedAndEdited(after, gone, come, texts));
        Stream<Change> added =
                come.entrySet().stream().map(e -> change(Change.Kind.ADDED, e.getKey(), null, null, e.getValue()));
        Stream<Change> removed =
                gone.entrySet().stream().map(e -> change(Change.Kind.REMOVED, e.getKey(), null, e.getValue(), null));
        return new Changes(Stream.of(changed.stream(), moved.stream(), added, removed)
                .flatMap(s -> s)
                .sorted(Comparator.comparing(Change::path))
                .toList());
    }

    private static List<Change> movedUnchanged(Map<String, FileEntry> gone, Map<String, FileEntry> come) {
        Map<String, Deque<String>> byHash = new HashMap<>();
        gone.keySet().stream()
                .sorted()
                .forEach(path -> byHash.computeIfAbsent(gone.get(path).hash(), h -> new ArrayDeque<>())
                        .add(path));
        List<Change> moved = new ArrayList<>();
        for (String path : come.keySet().stream().sorted().toList()) {
            Deque<String> origins = byHash.get(come.get(path).hash());
            if (origins != null && !origins.isEmpty() && come.get(path).size() > 0) {
                String from = origins.stream()
                        .filter(p -> SitePath.nameOf(p).equals(SitePath.nameOf(path)))
                        .findFirst()
                        .orElse(origins.peek());
                origins.remove(from);
                moved.add(change(Change.Kind.MOVED, path, from, gone.remove(from), come.remove(path)));
            }
        }
        return moved;
    }

    private record Pair(String from, String to, double likeness) {}

    private static List<Change> movedAndEdited(
            Manifest after, Map<String, FileEntry> gone, Map<String, FileEntry> come, Texts texts) {
        Map<String, Likeness> olds = likenesses(gone, texts);
        Map<String, Likeness> news = olds.isEmpty() ? Map.of() : likenesses(come, texts);
        if (!news.isEmpty()) {
            forgetCommonplaces(after, olds, news, texts);
        }
        List<Pair> pairs = new ArrayList<>();
        olds.forEach((from, old) -> news.forEach((to, now) -> {
            long a = gone.get(from).size();
            long b = come.get(to).size();
            // Sizes too far apart cannot reach the likeness.
            if (SitePath.endingOf(from).equals(SitePath.endingOf(to)) && Math.min(a, b) * 3 > Math.max(a, b)) {
                double likeness = old.to(now);
                if (likeness >= ALIKE) {
                    pairs.add(new Pair(from, to, likeness));
                }
            }
        }));
        pairs.sort(Comparator.comparingDouble(Pair::likeness)
                .reversed()
                .thenComparing(Pair::from)
                .thenComparing(Pair::to));
        List<Change> moved = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (Pair pair : pairs) {
            if (gone.containsKey(pair.from()) && taken.add(pair.to())) {
                moved.add(change(
                        Change.Kind.MOVED, pair.to(), pair.from(), gone.remove(pair.from()), come.remove(pair.to())));
            }
        }
        return moved;
    }

    /** What most pages of the site say, such as its navigation, tells nothing about which page is which. */
    private static void forgetCommonplaces(
            Manifest after, Map<String, Likeness> olds, Map<String, Likeness> news, Texts texts) {
        List<Likeness> stayed = after.files().entrySet().stream()
                .filter(e -> SitePath.isPage(e.getKey()) && !news.containsKey(e.getKey()))
                .filter(e -> e.getValue().utf8() && e.getValue().size() <= LONGEST_TEXT)
                .limit(MOST_STAYED)
                .map(e -> texts.of(e.getValue()))
                .flatMap(Optional::stream)
                .map(Likeness::new)
                .toList();
        List<Likeness> all = new ArrayList<>(olds.values());
        all.addAll(news.values());
        all.addAll(stayed);
        Likeness.forgetCommonplaces(all);
    }

    private static Map<String, Likeness> likenesses(Map<String, FileEntry> files, Texts texts) {
        Map<String, Likeness> all = new HashMap<>();
        if (files.size() <= MOST_TEXTS) {
            files.forEach((path, file) -> {
                if (file.utf8() && file.size() <= LONGEST_TEXT) {
                    texts.of(file).ifPresent(text -> all.put(path, new Likeness(text)));
                }
            });
        }
        return all;
    }

    private static Change change(Change.Kind kind, String path, String from, FileEntry before, FileEntry after) {
        return new Change(
                kind,
                path,
                Optional.ofNullable(from),
                Optional.ofNullable(before),
                Optional.ofNullable(after),
                SitePath.isPage(path));
    }

    /** The differences, by path. */
    public List<Change> list() {
        return list;
    }

    /** Whether nothing differs. */
    public boolean none() {
        return list.isEmpty();
    }

    /** How many differ. */
    public int count() {
        return list.size();
    }
}
