package evenharbor.core.host;

import evenharbor.core.draft.SitePath;
import evenharbor.core.version.FileEntry;
import evenharbor.core.version.Manifest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What has to be done on a host so that it holds a build: pure computation over what shall be there, what we put there, and
 * what is there. Visitors never meet a page without its assets: new assets go first, then changed ones, then pages, the
 * front page last of them; what goes is removed at the end. What others put or changed there is never touched unasked.
 *
 * @param steps what is done, in this order
 * @param disputed paths at which someone else changed something since, or has put something; left as they are
 * @param foreign paths of what others put there and that is in nobody's way; left as they are
 * @param leftAlone paths of what is there already
 */
public record HostPlan(List<Step> steps, List<Disputed> disputed, Set<String> foreign, Set<String> leftAlone) {

    /** The name under which a front page is found. */
    private static final String FRONT = "index.html";

    /** What can be done with a file, in the order in which it is done. */
    public enum Kind {
        ADD_ASSET,
        REPLACE_ASSET,
        SEND_PAGE,
        SEND_FRONT_PAGE,
        REMOVE
    }

    /**
     * One file sent or removed.
     *
     * @param kind what is done
     * @param path the path within the folder
     * @param file what is sent; empty when removed
     * @param replaces whether something is there already
     */
    public record Step(Kind kind, String path, Optional<FileEntry> file, boolean replaces) {}

    /** How a path came to be disputed. */
    public enum Why {
        /** We put it there, and it was changed since. */
        CHANGED,
        /** We put it there, it was changed since, and the build does not have it any more. */
        CHANGED_AND_GOING,
        /** Someone else put something there where the build has a file. */
        TAKEN
    }

    /** What shall be done about a disputed path. */
    public enum Decision {
        /** What is there stays. */
        KEEP_THEIRS,
        /** What shall be there is put there. */
        REPLACE
    }

    /**
     * A path at which someone else did something.
     *
     * @param path the path within the folder
     * @param why what they did
     */
    public record Disputed(String path, Why why) {}

    /**
     * What the person wants besides.
     *
     * @param heldBack paths that stay as they are
     * @param sentAnyway paths that are sent although nothing differs
     * @param decisions what shall be done at disputed paths
     */
    public record Wishes(Set<String> heldBack, Set<String> sentAnyway, Map<String, Decision> decisions) {

        /** Nothing besides. */
        public static final Wishes NONE = new Wishes(Set.of(), Set.of(), Map.of());
    }

    /** The plan. */
    public static HostPlan of(Manifest toBe, Ledger ledger, Listing there, Wishes wishes) {
        Maker maker = new Maker(ledger, there, wishes);
        toBe.files().forEach(maker::wanted);
        ledger.files().keySet().stream().filter(path -> toBe.at(path).isEmpty()).forEach(maker::unwanted);
        there.files().keySet().stream()
                .filter(path -> toBe.at(path).isEmpty() && !ledger.files().containsKey(path))
                .forEach(maker.foreign::add);
        maker.steps.sort(Comparator.comparing(Step::kind)
                .thenComparing(step -> step.kind() == Kind.REMOVE ? -depth(step.path()) : 0)
                .thenComparing(Step::path));
        return new HostPlan(List.copyOf(maker.steps), List.copyOf(maker.disputed), maker.foreign, maker.leftAlone);
    }

    private static int depth(String path) {
        return (int) path.chars().filter(c -> c == '/').count();
    }

    /** How many bytes are sent. */
    public long bytes() {
        return steps.stream()
                .flatMap(step -> step.file().stream())
                .mapToLong(FileEntry::size)
                .sum();
    }

    /** Whether there is nothing to do. */
    public boolean none() {
        return steps.isEmpty();
    }

    private static final class Maker {
        private final Ledger ledger;
        private final Listing there;
        private final Wishes wishes;
        private final List<Step> steps = new ArrayList<>();
        private final List<Disputed> disputed = new ArrayList<>();
        private final Set<String> foreign = new TreeSet<>();
        private final Set<String> leftAlone = new TreeSet<>();

        private Maker(Ledger ledger, Listing there, Wishes wishes) {
            this.ledger = ledger;
            this.there = there;
            this.wishes = wishes;
        }

        private void wanted(String path, FileEntry file) {
            Listing.Found found = there.files().get(path);
            Ledger.Put put = ledger.files().get(path);
            if (wishes.heldBack().contains(path)) {
                leftAlone.add(path);
            } else if (found == null) {
                send(path, file, false);
            } else if (found.isCertainly(file.hash())
                    || put != null && found.isAs(put) && put.hash().equals(file.hash())) {
                if (wishes.sentAnyway().contains(path)) {
                    send(path, file, true);
                } else {
                    leftAlone.add(path);
                }
            } else if (put != null && found.isAs(put)) {
                send(path, file, true);
            } else {
                dispute(path, put == null ? Why.TAKEN : Why.CHANGED, Optional.of(file));
            }
        }

        private void unwanted(String path) {
            Listing.Found found = there.files().get(path);
            if (found == null) {
                return;
            }
            if (wishes.heldBack().contains(path)) {
                leftAlone.add(path);
            } else if (found.isAs(ledger.files().get(path))) {
                steps.add(new Step(Kind.REMOVE, path, Optional.empty(), true));
            } else {
                dispute(path, Why.CHANGED_AND_GOING, Optional.empty());
            }
        }

        private void dispute(String path, Why why, Optional<FileEntry> file) {
            Decision decision = wishes.decisions().get(path);
            if (decision == Decision.REPLACE) {
                file.ifPresentOrElse(
                        f -> send(path, f, true), () -> steps.add(new Step(Kind.REMOVE, path, Optional.empty(), true)));
            } else if (decision == Decision.KEEP_THEIRS) {
                leftAlone.add(path);
            } else {
                disputed.add(new Disputed(path, why));
            }
        }

        private void send(String path, FileEntry file, boolean replaces) {
            Kind kind = path.equals(FRONT)
                    ? Kind.SEND_FRONT_PAGE
                    : SitePath.isPage(path) ? Kind.SEND_PAGE : replaces ? Kind.REPLACE_ASSET : Kind.ADD_ASSET;
            steps.add(new Step(kind, path, Optional.of(file), replaces));
        }
    }
}
