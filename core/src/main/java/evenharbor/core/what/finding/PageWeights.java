package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** How heavy a page is at the first visit. */
final class PageWeights {

    private PageWeights() {}

    /**
     * The page with all that comes with it, what style sheets load as well.
     *
     * @param depends the paths the page depends on; those of what it loads are added
     */
    static Site.Weight of(Page page, Manifest files, Set<String> depends) {
        Set<String> loaded = new HashSet<>();
        long bytes = files.files().get(page.path()).size();
        Deque<Page> open = new ArrayDeque<>(List.of(page));
        while (!open.isEmpty()) {
            Page next = open.poll();
            for (int i = 0; i < next.targets().size(); i++) {
                Target target = next.targets().get(i);
                Reference.Use use = next.facts().references().get(i).use();
                // Of several pictures to choose from a browser takes one: the one that stands in src is counted.
                if (target.kind() != Target.Kind.INSIDE
                        || !FileMissing.loads(use)
                        || use == Reference.Use.PICTURE_SET
                        || use == Reference.Use.SOUND) {
                    continue;
                }
                depends.add(target.path());
                String file = page.site().file(target.path());
                if (file != null && !SitePath.isPage(file) && loaded.add(file)) {
                    bytes += files.files().get(file).size();
                    page.site().page(file).ifPresent(open::add);
                }
            }
        }
        return new Site.Weight(bytes, 1 + loaded.size());
    }
}
