package evenharbor.core.what.finding;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.what.version.SideBySide;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * What differs between two states of a site's files.
 *
 * @param paths the request paths at which something else answers
 * @param filesCameOrWent whether a file is there that was not, or the other way round
 */
record ChangedPaths(Set<String> paths, boolean filesCameOrWent) {

    static final ChangedPaths NONE = new ChangedPaths(Set.of(), false);

    static ChangedPaths between(Manifest before, Manifest now) {
        Set<String> changed = new HashSet<>();
        AtomicBoolean others = new AtomicBoolean();
        SideBySide.walk(before, now, (path, was, is) -> {
            if (was == null || is == null) {
                others.set(true);
                add(path, changed);
            } else if (!was.equals(is)) {
                add(path, changed);
            }
        });
        return new ChangedPaths(changed, others.get());
    }

    /** The request paths at which a file answers, or that mean it but for the case of their letters. */
    static Set<String> of(String file) {
        Set<String> paths = new HashSet<>();
        add(file, paths);
        return paths;
    }

    private static void add(String file, Collection<String> to) {
        String path = "/" + file;
        String folder = SitePath.requestPath(file);
        to.add(path);
        if (!folder.equals(path)) {
            to.add(folder);
            to.add(folder.length() > 1 ? folder.substring(0, folder.length() - 1) : folder);
        }
        // Who spelled it otherwise depends on it, too.
        to.add(Site.folded(path));
        to.add(Site.folded(folder));
    }

    /** Whether something else answers at one of these paths. */
    boolean touch(Set<String> depends) {
        return paths.size() < depends.size()
                ? paths.stream().anyMatch(depends::contains)
                : depends.stream().anyMatch(paths::contains);
    }
}
