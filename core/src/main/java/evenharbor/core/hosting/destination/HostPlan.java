package evenharbor.core.hosting.destination;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What has to be done on a host so that it holds a build: pure computation over what shall be there, what we put there, and
 * what is there. Visitors never meet a page without its assets: new assets go first, then changed ones, then pages, the
 * front page last of them; what goes is removed at the end, pages before what they load. What others put or changed there is
 * never touched unasked.
 *
 * @param steps what is done, in this order
 * @param disputed paths at which someone else changed something since, or has put something; left as they are
 * @param foreign paths of what others put there and that is in nobody's way; left as they are
 * @param leftAlone paths of what is there already
 * @param adopted of these, what lies there exactly as it shall be though the ledger does not say so: someone else put it
 *     there, or it has got another time since; it counts as put by us from then on
 * @param gone paths of what we put there, is not wanted any more, and is not there either
 */
public record HostPlan(
        List<Step> steps,
        List<Disputed> disputed,
        Set<String> foreign,
        Set<String> leftAlone,
        Map<String, Ledger.Put> adopted,
        Set<String> gone) {

    /** The name under which a front page is found. */
    private static final String FRONT = "index.html";

    /** What can be done with a file, in the order in which it is done. */
    public enum Kind {
        ADD_ASSET,
        REPLACE_ASSET,
        SEND_PAGE,
        SEND_FRONT_PAGE,
        REMOVE_PAGE,
        REMOVE_ASSET;

        /** Whether something goes to the host. */
        public boolean sends() {
            return compareTo(SEND_FRONT_PAGE) <= 0;
        }
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
     * @param removed paths of what others put there that shall go
     */
    public record Wishes(
            Set<String> heldBack, Set<String> sentAnyway, Map<String, Decision> decisions, Set<String> removed) {

        /** Nothing besides. */
        public static final Wishes NONE = new Wishes(Set.of(), Set.of(), Map.of(), Set.of());
    }

    /** The plan. */
    public static HostPlan of(Manifest toBe, Ledger ledger, Listing there, Wishes wishes) {
        Maker maker = new Maker(ledger, there, wishes);
        toBe.files().forEach(maker::wanted);
        ledger.files().keySet().stream().filter(path -> toBe.at(path).isEmpty()).forEach(maker::unwanted);
        there.files().keySet().stream()
                .filter(path -> toBe.at(path).isEmpty() && !ledger.files().containsKey(path))
                .forEach(maker::foreign);
        maker.steps.sort(Comparator.comparing(Step::kind).thenComparing(Step::path));
        return new HostPlan(
                List.copyOf(maker.steps),
                List.copyOf(maker.disputed),
                maker.foreign,
                maker.leftAlone,
                maker.adopted,
                maker.gone);
    }

    /** How many bytes are sent. */
    public long bytes() {
        return steps.stream()
                .flatMap(step -> step.file().stream())
                .mapToLong(FileEntry::size)
                .sum();
    }

    /**
     * How long it takes likely, in seconds: on a line files cost by their number or by their bytes, whichever is more. Empty
     * when there is nothing to do, or no experience.
     *
     * @param filesPerSecond the last rate; 0 for none
     * @param bytesPerSecond the last rate; 0 for none
     */
    public OptionalDouble seconds(double filesPerSecond, double bytesPerSecond) {
        if (none() || filesPerSecond <= 0) {
            return OptionalDouble.empty();
        }
        double byBytes = bytesPerSecond <= 0 ? 0 : bytes() / bytesPerSecond;
        return OptionalDouble.of(Math.max(steps.size() / filesPerSecond, byBytes));
    }

    /** How many files are sent. */
    public long sent() {
        return steps.stream().filter(step -> step.kind().sends()).count();
    }

    /** How many files are sent where nothing is yet. */
    public long added() {
        return steps.stream()
                .filter(step -> step.kind().sends() && !step.replaces())
                .count();
    }

    /** How many files are sent in place of what is there. */
    public long replaced() {
        return sent() - added();
    }

    /** How many files are removed. */
    public long removed() {
        return steps.size() - sent();
    }

    /** At how many paths something else is on the host than shall be there, whether or not it may be touched. */
    public int differingPaths() {
        return steps.size() + disputed.size();
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
        private final Map<String, Ledger.Put> adopted = new TreeMap<>();
        private final Set<String> gone = new TreeSet<>();

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
                    adopt(path, found, put);
                }
            } else if (put != null && found.isAs(put)) {
                send(path, file, true);
            } else {
                dispute(path, put == null ? Why.TAKEN : Why.CHANGED, Optional.of(file));
            }
        }

        private void adopt(String path, Listing.Found found, Ledger.Put put) {
            found.hash()
                    .map(hash -> new Ledger.Put(hash, found.size(), found.changed()))
                    .filter(now -> !now.equals(put))
                    .ifPresent(now -> adopted.put(path, now));
        }

        private void unwanted(String path) {
            Listing.Found found = there.files().get(path);
            if (found == null) {
                gone.add(path);
                return;
            }
            if (wishes.heldBack().contains(path)) {
                leftAlone.add(path);
            } else if (found.isAs(ledger.files().get(path))) {
                remove(path);
            } else {
                dispute(path, Why.CHANGED_AND_GOING, Optional.empty());
            }
        }

        private void dispute(String path, Why why, Optional<FileEntry> file) {
            Decision decision = wishes.decisions().get(path);
            if (decision == Decision.REPLACE) {
                file.ifPresentOrElse(f -> send(path, f, true), () -> remove(path));
            } else if (decision == Decision.KEEP_THEIRS) {
                leftAlone.add(path);
            } else {
                disputed.add(new Disputed(path, why));
            }
        }

        private void foreign(String path) {
            if (wishes.removed().contains(path)) {
                remove(path);
            } else {
                foreign.add(path);
            }
        }

        private void remove(String path) {
            Kind kind = SitePath.isPage(path) ? Kind.REMOVE_PAGE : Kind.REMOVE_ASSET;
            steps.add(new Step(kind, path, Optional.empty(), true));
        }

        private void send(String path, FileEntry file, boolean replaces) {
            Kind kind = path.equals(FRONT)
                    ? Kind.SEND_FRONT_PAGE
                    : SitePath.isPage(path) ? Kind.SEND_PAGE : replaces ? Kind.REPLACE_ASSET : Kind.ADD_ASSET;
            steps.add(new Step(kind, path, Optional.of(file), replaces));
        }
    }
}
