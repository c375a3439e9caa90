package evenharbor.core.harbor.route;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/** What visitors get for paths that are not there: the page for it that lies nearest, so that each language has its own. */
final class MissingPages {

    private static final String NAME = "404.html";

    private final Decision.Missing top;

    /** Of folders other than the top, by path with a slash at both ends. */
    private final Map<String, Decision.Missing> below;

    private MissingPages(Decision.Missing top, Map<String, Decision.Missing> below) {
        this.top = top;
        this.below = below;
    }

    /** Of a site that has no such page. */
    static MissingPages none(SiteRoutes site) {
        return new MissingPages(new Decision.Missing(Optional.empty(), site), Map.of());
    }

    static MissingPages of(Manifest build, SiteRoutes site) {
        Map<String, Decision.Missing> below = new HashMap<>();
        build.files().forEach((path, file) -> {
            if (path.endsWith("/" + NAME) && !SitePath.isHidden(path)) {
                below.put(
                        "/" + path.substring(0, path.length() - NAME.length()),
                        new Decision.Missing(Optional.of(file), site));
            }
        });
        return new MissingPages(new Decision.Missing(build.at(NAME), site), below);
    }

    /** How the site is served. */
    SiteRoutes site() {
        return top.site();
    }

    /** The decision for a path that is not there. */
    Decision.Missing at(String path) {
        if (!below.isEmpty()) {
            for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
                Decision.Missing nearest = below.get(path.substring(0, slash + 1));
                if (nearest != null) {
                    return nearest;
                }
            }
        }
        return top;
    }

    void contents(Consumer<FileEntry> each) {
        top.page().ifPresent(each);
        below.values().forEach(missing -> missing.page().ifPresent(each));
    }
}
