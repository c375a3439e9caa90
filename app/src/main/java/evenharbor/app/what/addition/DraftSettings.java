package evenharbor.app.what.addition;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.draft.RenameFollower;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.AdditionFaults;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.Languages;
import evenharbor.core.what.addition.MadeFor;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is set about a draft beside its files. Each change is a change of the draft, undone and published like any other. */
@Service
@Transactional
public class DraftSettings implements RenameFollower {

    private final Drafts drafts;
    private final Manifests manifests;
    private final Blobs blobs;

    public DraftSettings(Drafts drafts, Manifests manifests, Blobs blobs) {
        this.drafts = drafts;
        this.manifests = manifests;
        this.blobs = blobs;
    }

    /** What is set beside these files. */
    @Transactional(readOnly = true)
    public Additions of(Manifest files) {
        return SettingsFile.of(files, manifests::text);
    }

    /** Sets pages of one of the person's sites anew; the others stay as they are. */
    public Draft setPages(String siteId, OptionalLong expected, Map<String, PageSettings> pages) {
        String what = pages.size() == 1 ? "set " + pages.keySet().iterator().next() : "set " + pages.size() + " pages";
        return change(
                siteId,
                expected,
                what,
                before -> before.withPages(joined(before.pages(), pages)),
                (after, files) -> AdditionFaults.ofPages(pages.keySet(), after, files));
    }

    private static SortedMap<String, PageSettings> joined(
            Map<String, PageSettings> before, Map<String, PageSettings> pages) {
        TreeMap<String, PageSettings> all = new TreeMap<>(before);
        all.putAll(pages);
        return all;
    }

    /** Sets what holds for one of the person's sites as a whole. */
    public Draft setSite(
            String siteId,
            OptionalLong expected,
            boolean overOwn,
            PageSettings every,
            About about,
            Languages languages,
            MadeFor made) {
        return change(
                siteId,
                expected,
                "set what is said about the site",
                before -> new Additions(overOwn, every, before.pages(), about, languages, made),
                AdditionFaults::ofSite);
    }

    private interface Check {
        List<AdditionFaults.Fault> of(Additions additions, Manifest files);
    }

    private Draft change(
            String siteId, OptionalLong expected, String what, UnaryOperator<Additions> edit, Check check) {
        return drafts.change(siteId, expected, what, files -> {
            Additions after = edit.apply(of(files));
            List<Problem.Violation> faults = check.of(after, files).stream()
                    .map(fault -> new Problem.Violation(fault.field(), fault.sentence()))
                    .toList();
            if (!faults.isEmpty()) {
                throw Problem.fields(faults);
            }
            return with(files, after);
        });
    }

    /** The files with other settings beside them. */
    private Manifest with(Manifest files, Additions additions) {
        if (additions.none()) {
            return SettingsFile.without(files);
        }
        byte[] bytes = SettingsFile.text(additions).getBytes(StandardCharsets.UTF_8);
        try {
            FileEntry entry = new FileEntry(blobs.put(bytes), bytes.length, SettingsFile.MEDIA_TYPE, true);
            blobs.settle();
            return files.with(all -> all.put(SettingsFile.PATH, entry));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The files with what is set about some of their pages elsewhere. @param from the files that those come from */
    public Manifest taken(Manifest files, Manifest from, Set<String> pages) {
        TreeMap<String, PageSettings> set = new TreeMap<>(of(from).pages());
        set.keySet().retainAll(pages);
        Additions before = of(files);
        return set.isEmpty() ? files : with(files, before.withPages(joined(before.pages(), set)));
    }

    /** What is set about a page goes along with it. */
    @Override
    public Manifest renamed(Manifest files, UnaryOperator<String> names) {
        Additions before = of(files);
        if (before.none()) {
            return files;
        }
        TreeMap<String, PageSettings> pages = new TreeMap<>();
        before.pages().forEach((path, set) -> pages.put(names.apply(path), set));
        return with(files, before.withPages(pages));
    }
}
