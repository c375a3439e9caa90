package evenharbor.app.what.replace;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.replace.Hit;
import evenharbor.core.what.replace.Search;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import org.springframework.stereotype.Service;

/** Finds words in the pages of a draft, and puts others in their place: all of it one change, which can be undone. */
@Service
public class Replacements {

    /** A larger text is not read, in bytes. */
    private static final long LARGEST = 8 << 20;

    private final Drafts drafts;
    private final Manifests manifests;
    private final Blobs blobs;

    Replacements(Drafts drafts, Manifests manifests, Blobs blobs) {
        this.drafts = drafts;
        this.manifests = manifests;
        this.blobs = blobs;
    }

    /**
     * Where words stand in a draft.
     *
     * @param everywhere whether in other texts, too: styles, scripts, drawings
     * @return hits by path
     */
    public SortedMap<String, List<Hit>> find(Manifest draft, Search search, boolean everywhere) {
        SortedMap<String, List<Hit>> found = new TreeMap<>();
        SettingsFile.without(draft).files().entrySet().parallelStream()
                .filter(file -> reads(file.getKey(), file.getValue(), everywhere))
                .map(file -> Map.entry(file.getKey(), search.in(file.getKey(), text(file.getValue()))))
                .filter(file -> !file.getValue().isEmpty())
                .sequential()
                .forEach(file -> found.put(file.getKey(), file.getValue()));
        return found;
    }

    private static boolean reads(String path, FileEntry file, boolean everywhere) {
        return file.utf8() && file.size() <= LARGEST && (everywhere || SitePath.isPage(path));
    }

    private String text(FileEntry file) {
        return manifests.text(file).orElse("");
    }

    /**
     * Replaces words in one of the person's drafts.
     *
     * @param chosen which hits, by path and start
     */
    public Draft replace(
            String siteId,
            OptionalLong expected,
            Search search,
            boolean everywhere,
            String with,
            BiPredicate<String, Integer> chosen) {
        Draft draft = drafts.check(siteId, expected);
        Manifest before = drafts.files(draft);
        Map<String, FileEntry> files = new TreeMap<>();
        int places = 0;
        try {
            for (Map.Entry<String, List<Hit>> file :
                    find(before, search, everywhere).entrySet()) {
                String path = file.getKey();
                List<Hit> hits = file.getValue().stream()
                        .filter(hit -> hit.replaceable() && chosen.test(path, hit.start()))
                        .toList();
                if (!hits.isEmpty()) {
                    byte[] bytes = search.replaced(text(before.at(path).orElseThrow()), hits, with)
                            .getBytes(StandardCharsets.UTF_8);
                    files.put(path, FileEntries.of(path, blobs.put(bytes), bytes));
                    places += hits.size();
                }
            }
            blobs.settle();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        if (files.isEmpty()) {
            throw new Problem(
                    ProblemType.NOT_READY, "None of the chosen places is there any more. Nothing was changed.");
        }
        String what = "replaced “" + search.words() + "” by “" + with + "” in " + places
                + (places == 1 ? " place" : " places");
        return drafts.change(
                siteId, OptionalLong.of(draft.revision()), what, all -> all.with(map -> map.putAll(files)));
    }
}
