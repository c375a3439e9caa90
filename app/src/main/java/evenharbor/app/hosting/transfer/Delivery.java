package evenharbor.app.hosting.transfer;

import com.google.common.collect.Lists;
import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.HostPlan.Kind;
import evenharbor.core.hosting.destination.HostPlan.Step;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.what.version.FileEntry;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Carries a plan out in a folder, so that it may be cut off anywhere: files are sent whole under temporary names before they
 * are put into place; what is new and loaded by pages goes first, all pages are ready before the first is put into place; the
 * ledger is told before and after each batch. After a cut, {@link #settle} finds out how far it came.
 */
public final class Delivery {

    private static final int BATCH = 500;
    private static final long BATCH_BYTES = 64L << 20;

    private final RemoteFolder folder;
    private final Contents contents;
    private final LedgerKeeper keeper;
    private final Meter meter;

    /** A delivery into a folder. */
    public Delivery(RemoteFolder folder, Contents contents, LedgerKeeper keeper, Meter meter) {
        this.folder = folder;
        this.contents = contents;
        this.keeper = keeper;
        this.meter = meter;
    }

    /**
     * Finds out what became of files that were about to be put into place when it was cut off: those that are there as
     * they were sent are taken into the ledger.
     *
     * @param begun what was about to be put, by path
     * @param before what was there before, as far as we put it
     */
    public void settle(Map<String, FileEntry> begun, Ledger before) throws IOException {
        Map<String, Listing.Found> there = folder.look(begun.keySet());
        Map<String, String> hashes = folder.hashes(before.unsettled(begun, there), stops());
        Map<String, Ledger.Put> put = new HashMap<>();
        List<String> notPut = new ArrayList<>();
        begun.forEach((path, file) -> {
            if (file.hash().equals(hashes.get(path))) {
                Listing.Found found = there.get(path);
                put.put(path, new Ledger.Put(file.hash(), found.size(), found.changed()));
            } else {
                notPut.add(path);
            }
        });
        keeper.put(put);
        keeper.notPut(notPut);
    }

    /** What is read to find out where we are is no progress. */
    private Meter stops() {
        return new Meter() {
            @Override
            public void mayStop() {
                meter.mayStop();
            }
        };
    }

    /** Reads back files of whose content one is not sure. @param doubtful bytes by path, as listed */
    public Listing sure(Listing there, Map<String, Long> doubtful) throws IOException {
        return doubtful.isEmpty() ? there : there.knowing(doubtful.keySet(), folder.hashes(doubtful, meter));
    }

    /** What an earlier try sent whole before it was cut off, and has not put into place: paths of the plan. */
    public Set<String> arrived(HostPlan plan) throws IOException {
        return folder.arrived(
                sendings(plan.steps().stream().collect(Collectors.groupingBy(Step::kind)), Kind.values()));
    }

    /**
     * Carries out a plan.
     *
     * @param folders the folders that are known to be there, each with a slash at its end
     * @param arrived paths of what lies there whole under its temporary name
     */
    public void carryOut(HostPlan plan, Set<String> folders, Set<String> arrived) throws IOException {
        List<Step> steps = plan.steps();
        keeper.gone(plan.gone());
        keeper.put(plan.adopted());
        Map<Kind, List<Step>> byKind = steps.stream().collect(Collectors.groupingBy(Step::kind));
        List<Sending> assets = sendings(byKind, Kind.ADD_ASSET, Kind.REPLACE_ASSET);
        List<Sending> pages = sendings(byKind, Kind.SEND_PAGE, Kind.SEND_FRONT_PAGE);
        if (!assets.isEmpty() || !pages.isEmpty()) {
            Set<String> needed = foldersOf(steps);
            needed.removeAll(folders);
            folder.makeFolders(needed);
        }
        for (List<Sending> batch : batches(assets)) {
            send(batch, arrived);
            place(batch);
        }
        for (List<Sending> batch : batches(pages)) {
            send(batch, arrived);
        }
        for (List<Sending> batch : Lists.partition(pages, BATCH)) {
            place(batch);
        }
        remove(byKind.getOrDefault(Kind.REMOVE_PAGE, List.of()));
        remove(byKind.getOrDefault(Kind.REMOVE_ASSET, List.of()));
        folder.tidy(emptied(steps));
    }

    private void send(List<Sending> batch, Set<String> arrived) throws IOException {
        List<Sending> missing = batch.stream()
                .filter(sending -> !arrived.contains(sending.path()))
                .toList();
        if (!missing.isEmpty()) {
            folder.send(missing, contents, meter);
        }
    }

    private void place(List<Sending> batch) throws IOException {
        meter.mayStop();
        keeper.begin(batch);
        folder.place(batch, contents);
        Map<String, Listing.Found> there =
                folder.look(batch.stream().map(Sending::path).toList());
        Map<String, Ledger.Put> put = new HashMap<>();
        for (Sending sent : batch) {
            Listing.Found found = there.get(sent.path());
            if (found != null && found.size() == sent.file().size()) {
                put.put(sent.path(), new Ledger.Put(sent.file().hash(), found.size(), found.changed()));
            }
        }
        keeper.put(put);
        List<String> lost = batch.stream()
                .map(Sending::path)
                .filter(path -> !put.containsKey(path))
                .toList();
        if (!lost.isEmpty()) {
            keeper.notPut(lost);
            throw new HostTrouble(
                    HostFault.ANSWER_UNEXPECTED,
                    "It said that “" + lost.get(0) + "” had arrived, but it is not there as it was sent.");
        }
    }

    private void remove(List<Step> steps) throws IOException {
        for (List<Step> batch : Lists.partition(steps, BATCH)) {
            meter.mayStop();
            List<String> paths = batch.stream().map(Step::path).toList();
            folder.remove(paths);
            keeper.gone(paths);
        }
    }

    private static List<Sending> sendings(Map<Kind, List<Step>> byKind, Kind... kinds) {
        List<Sending> all = new ArrayList<>();
        for (Kind kind : kinds) {
            for (Step step : byKind.getOrDefault(kind, List.of())) {
                step.file().ifPresent(file -> all.add(new Sending(step.path(), file)));
            }
        }
        return all;
    }

    /** In batches that do not need much more room on the host than the files themselves. */
    private static List<List<Sending>> batches(List<Sending> all) {
        List<List<Sending>> batches = new ArrayList<>();
        long bytes = BATCH_BYTES;
        for (Sending sending : all) {
            bytes += sending.file().size();
            if (bytes > BATCH_BYTES || batches.get(batches.size() - 1).size() == BATCH) {
                batches.add(new ArrayList<>());
                bytes = sending.file().size();
            }
            batches.get(batches.size() - 1).add(sending);
        }
        return batches;
    }

    /** The folders that files lie in, with all above them, each with a slash at its end. */
    public static Set<String> foldersOf(Collection<String> paths) {
        Set<String> folders = new TreeSet<>();
        for (String path : paths) {
            for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
                if (!folders.add(path.substring(0, slash + 1))) {
                    break;
                }
            }
        }
        return folders;
    }

    private static Set<String> foldersOf(List<Step> steps) {
        return foldersOf(
                steps.stream().filter(s -> s.kind().sends()).map(Step::path).toList());
    }

    /** Folders that removals may have emptied, the deepest first. */
    private static List<String> emptied(List<Step> steps) {
        List<String> folders = new ArrayList<>(foldersOf(
                steps.stream().filter(s -> !s.kind().sends()).map(Step::path).toList()));
        folders.sort((a, b) -> b.length() - a.length());
        return folders;
    }
}
