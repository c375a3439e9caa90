package evenharbor.core.what.site;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Folders and pages of a site that search engines are asked not to list, though they list the rest. */
public final class UnlistedParts {

    /** None: all that the site's own choice allows. */
    public static final UnlistedParts NONE = new UnlistedParts(Set.of());

    private static final String FRONT_PAGE = "index.html";

    private final Set<String> parts;

    private UnlistedParts(Set<String> parts) {
        this.parts = parts;
    }

    /** By their decoded paths from the site's root: folders, with or without a slash at the end, and pages. */
    public static UnlistedParts of(Collection<String> parts) {
        return parts.isEmpty() ? NONE : new UnlistedParts(Set.copyOf(parts));
    }

    /** Whether there are none. */
    public boolean isEmpty() {
        return parts.isEmpty();
    }

    /** Whether a decoded path from the site's root is one of them, or lies in one. */
    public boolean covers(String path) {
        if (parts.isEmpty()) {
            return false;
        }
        if (parts.contains(path) || path.endsWith("/") && parts.contains(path + FRONT_PAGE)) {
            return true;
        }
        for (int slash = path.length(); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
            String folder = path.substring(0, slash);
            if (parts.contains(folder + "/") || parts.contains(folder) && mayBeFolder(folder)) {
                return true;
            }
        }
        return false;
    }

    /** Whether a name without a slash at its end may be a folder's: a page's has an ending. */
    private static boolean mayBeFolder(String path) {
        return path.indexOf('.', path.lastIndexOf('/')) < 0;
    }

    /** Their paths, in order. */
    public List<String> paths() {
        return List.copyOf(new TreeSet<>(parts));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof UnlistedParts that && parts.equals(that.parts);
    }

    @Override
    public int hashCode() {
        return parts.hashCode();
    }
}
