package evenharbor.app.when.history;

import evenharbor.app.harbor.publish.ChangeView;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.core.what.addition.AdditionChanges;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.RedirectDifference;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Any two of a site's versions, its draft and what its hosts hold, compared over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class ComparisonController {

    private final DraftSettings set;
    private final Sides sides;
    private final PageSearch search;
    private final Manifests manifests;
    private final RedirectContents redirects;

    ComparisonController(
            Sides sides, PageSearch search, Manifests manifests, RedirectContents redirects, DraftSettings set) {
        this.set = set;
        this.sides = sides;
        this.search = search;
        this.manifests = manifests;
        this.redirects = redirects;
    }

    /** A setting or redirect that differs; empty where one side has none. */
    record OtherDifference(String what, String before, String after) {}

    /**
     * How one side differs from the other.
     *
     * @param from a version's number, {@code draft}, or {@code host-} and the id of a destination
     * @param to the same
     */
    record Comparison(
            String from,
            String to,
            List<ChangeView> files,
            List<OtherDifference> settings,
            List<OtherDifference> redirects) {}

    @GetMapping("/comparison")
    Comparison compare(@PathVariable String siteId, @RequestParam String from, @RequestParam String to) {
        Sides.Pair pair = sides.pair(siteId, from, to);
        Sides.Side before = pair.before();
        Sides.Side after = pair.after();
        return new Comparison(
                from,
                to,
                Changes.between(
                                SettingsFile.without(before.files()),
                                SettingsFile.without(after.files()),
                                manifests::text)
                        .list()
                        .stream()
                        .map(ChangeView::of)
                        .toList(),
                settings(before, after),
                redirects(before, after));
    }

    private List<OtherDifference> settings(Sides.Side before, Sides.Side after) {
        List<OtherDifference> all = new ArrayList<>();
        differs(
                all,
                "Listed by search engines",
                before.settings().listed(),
                after.settings().listed());
        differs(
                all,
                "Assets named by their content",
                before.settings().pinned(),
                after.settings().pinned());
        AdditionChanges.between(set.of(before.files()), set.of(after.files()))
                .forEach(change -> all.add(new OtherDifference(
                        (change.path().isEmpty() ? "" : change.path() + ": ") + change.field(),
                        change.before(),
                        change.after())));
        return all;
    }

    private static void differs(List<OtherDifference> all, String what, boolean before, boolean after) {
        if (before != after) {
            all.add(new OtherDifference(what, before ? "yes" : "no", after ? "yes" : "no"));
        }
    }

    private List<OtherDifference> redirects(Sides.Side before, Sides.Side after) {
        return RedirectDifference.between(redirects.get(before.redirects()), redirects.get(after.redirects())).stream()
                .map(one -> new OtherDifference(one.source(), one.before(), one.after()))
                .toList();
    }

    /** The words of a page that differ. */
    @GetMapping("/comparison/words")
    List<WordDifference> words(
            @PathVariable String siteId,
            @RequestParam String from,
            @RequestParam String to,
            @RequestParam String path,
            @RequestParam(required = false) String before) {
        Sides.Pair pair = sides.pair(siteId, from, to);
        String old = text(pair.before().files(), before == null ? path : before);
        return WordDifference.between(old, text(pair.after().files(), path));
    }

    private String text(Manifest files, String path) {
        Optional<FileEntry> file = files.at(path);
        if (file.isEmpty()) {
            return "";
        }
        return SitePath.isPage(path)
                ? search.text(file.get())
                        .map(page -> page.title() + "\n" + page.text())
                        .orElse("")
                : manifests.text(file.get()).orElse("");
    }
}
