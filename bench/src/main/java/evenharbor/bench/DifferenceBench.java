package evenharbor.bench;

import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** The difference of two manifests of 10,000 paths: some changed, some moved, some moved and edited. */
final class DifferenceBench {

    private static final int PATHS = 10_000;
    private static final int ROUNDS = 60;
    private static final int WARM_UP = 30;

    private DifferenceBench() {}

    static List<Row> run() {
        Map<String, FileEntry> before = new TreeMap<>();
        Map<String, FileEntry> after = new TreeMap<>();
        for (int i = 0; i < PATHS; i++) {
            String path = String.format("folder%03d/page%05d.html", i % 500, i);
            before.put(path, file(i, 0));
            if (i % 1000 == 0) {
                after.put("moved/" + path, file(i, 0));
            } else if (i % 1000 == 1) {
                after.put("edited/" + path, file(i, 1));
            } else {
                after.put(path, file(i, i % 100 == 2 ? 1 : 0));
            }
        }
        Manifest one = Manifest.of(before);
        Manifest two = Manifest.of(after);
        double[] times = new double[ROUNDS];
        for (int i = 0; i < WARM_UP + ROUNDS; i++) {
            long start = System.nanoTime();
            int count = Changes.between(one, two, DifferenceBench::text).count();
            if (count != 120) {
                throw new IllegalStateException("Expected 120 changes, not " + count);
            }
            times[i % ROUNDS] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(times);
        return List.of(Row.atMost(
                "difference of two manifests of 10,000 paths", times[ROUNDS / 2], 20, "ms", "median of " + ROUNDS));
    }

    private static FileEntry file(int content, int edit) {
        return new FileEntry(String.format("%032x%032x", content, edit), 10_000, "text/html", true);
    }

    /** A text of some 150 words of its own; an edit changes a few. */
    private static Optional<String> text(FileEntry file) {
        int content = Integer.parseInt(file.hash().substring(24, 32), 16);
        int edit = Integer.parseInt(file.hash().substring(56), 16);
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 150; i++) {
            text.append("word").append(content * 31 + (i < 4 * edit ? -i : i)).append(' ');
        }
        return Optional.of(text.toString());
    }
}
