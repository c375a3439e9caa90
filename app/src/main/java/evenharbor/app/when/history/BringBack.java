package evenharbor.app.when.history;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.core.what.build.LoadedFiles;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Brings a page, a file or a folder of a version back into the draft, with what it loads. */
@Component
@Transactional
class BringBack {

    private final Sides sides;
    private final Drafts drafts;
    private final Manifests manifests;

    BringBack(Sides sides, Drafts drafts, Manifests manifests) {
        this.sides = sides;
        this.drafts = drafts;
        this.manifests = manifests;
    }

    /**
     * What bringing something back comes to.
     *
     * @param brought the files that are put into the draft
     * @param replaced those of them in whose place the draft has something else
     * @param differing files it loads that the draft has otherwise; they stay as the draft has them unless that is wanted
     */
    record Coming(List<String> brought, List<String> replaced, List<String> differing) {}

    /** What bringing a path of a version back would come to. @param path a file, or a folder with a slash at its end */
    @Transactional(readOnly = true)
    public Coming foreseen(String siteId, int version, String path, boolean all) {
        return coming(files(siteId, version, path, all), sides.draft(siteId));
    }

    /** Brings a path of a version back. @param all whether files it loads that differ come, too @return the draft then */
    public Draft carryOut(String siteId, int version, String path, boolean all, OptionalLong draftRevision) {
        SortedMap<String, FileEntry> files = files(siteId, version, path, all).brought();
        return drafts.change(
                siteId,
                draftRevision,
                "brought back " + path + " of version " + version,
                draft -> draft.with(now -> now.putAll(files)));
    }

    private record Files(SortedMap<String, FileEntry> brought, List<String> differing) {}

    private Files files(String siteId, int version, String path, boolean all) {
        Manifest then = sides.of(siteId, String.valueOf(version)).files();
        Manifest draft = sides.draft(siteId);
        List<String> paths = List.copyOf(then.under(path));
        if (paths.isEmpty()) {
            throw Problem.notFound(path + " in version " + version);
        }
        SortedMap<String, FileEntry> brought = new TreeMap<>();
        List<String> differing = new ArrayList<>();
        paths.forEach(each -> brought.put(each, then.files().get(each)));
        for (String each : paths) {
            for (String loaded : LoadedFiles.of(then, each, manifests::text)) {
                FileEntry file = then.files().get(loaded);
                boolean missing = draft.at(loaded).isEmpty();
                boolean differs = !missing && !draft.at(loaded).get().sameContent(file);
                if (missing || differs && all) {
                    brought.put(loaded, file);
                } else if (differs && !brought.containsKey(loaded) && !differing.contains(loaded)) {
                    differing.add(loaded);
                }
            }
        }
        differing.removeIf(brought::containsKey);
        return new Files(brought, differing);
    }

    private static Coming coming(Files files, Manifest draft) {
        List<String> brought = new ArrayList<>();
        List<String> replaced = new ArrayList<>();
        for (Map.Entry<String, FileEntry> file : files.brought().entrySet()) {
            boolean there = draft.at(file.getKey()).isPresent();
            if (!there || !draft.at(file.getKey()).get().sameContent(file.getValue())) {
                brought.add(file.getKey());
                if (there) {
                    replaced.add(file.getKey());
                }
            }
        }
        return new Coming(brought, replaced, files.differing());
    }
}
