package evenharbor.core.when.history;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Where contents that were found by their words stand: at which paths of which versions, and whether they are lost. */
public final class FoundPages {

    /**
     * A path at which something was found.
     *
     * @param path the path
     * @param file the file as the draft has it there, else the latest version
     * @param versions numbers of the versions that have it there, the earliest first
     * @param lastAt when the last of them was made; the beginning of time when only the draft has it
     * @param inDraft whether the draft has it there, too
     * @param pathInDraft whether the draft has some file at the path
     * @param score how well it fits: more is better
     */
    public record FoundPage(
            String path,
            FileEntry file,
            List<Integer> versions,
            Instant lastAt,
            boolean inDraft,
            boolean pathInDraft,
            float score) {}

    private static final class Finding {
        private final List<Integer> versions = new ArrayList<>();
        private FileEntry file;
        private Instant lastAt = Instant.EPOCH;
        private boolean inDraft;
        private float score;

        void add(FileEntry found, float fits) {
            file = found;
            score = Math.max(score, fits);
        }
    }

    private FoundPages() {}

    /**
     * Where contents stand, those that fit best first; of equal ones those that the draft has no more come first.
     *
     * @param scores how well each content fits, by its hash
     * @param versions the versions, the earliest first
     */
    public static List<FoundPage> of(Map<String, Float> scores, List<VersionFiles> versions, Manifest draft) {
        Map<String, Finding> byPath = new HashMap<>();
        for (VersionFiles version : versions) {
            version.files().files().forEach((path, file) -> {
                Float score = scores.get(file.hash());
                if (score != null) {
                    Finding finding = byPath.computeIfAbsent(path, p -> new Finding());
                    finding.add(file, score);
                    finding.versions.add(version.number());
                    finding.lastAt = version.at();
                }
            });
        }
        draft.files().forEach((path, file) -> {
            Float score = scores.get(file.hash());
            if (score != null) {
                Finding finding = byPath.computeIfAbsent(path, p -> new Finding());
                finding.inDraft = true;
                finding.add(file, score);
            }
        });
        return byPath.entrySet().stream()
                .map(e -> new FoundPage(
                        e.getKey(),
                        e.getValue().file,
                        List.copyOf(e.getValue().versions),
                        e.getValue().lastAt,
                        e.getValue().inDraft,
                        draft.at(e.getKey()).isPresent(),
                        e.getValue().score))
                .sorted(Comparator.comparingDouble((FoundPage page) -> -page.score())
                        .thenComparing(FoundPage::inDraft)
                        .thenComparing(FoundPage::path))
                .toList();
    }
}
