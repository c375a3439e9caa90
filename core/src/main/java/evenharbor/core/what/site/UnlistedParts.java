package evenharbor.core.what.site;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Folders and pages of a site that search engines are asked not to list, though they list the rest. */
public final class UnlistedParts {

    /** None: all that the site's own choice allows. */
    public static final UnlistedParts NONE = new UnlistedParts(Set.of());

    private final Set<String> parts;

    private UnlistedParts(Set<String> parts) {
        this.parts = parts;
    }

    /** By their decoded paths from the site's root: a folder with a slash at its end, or a page. */
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
        if (parts.contains(path) || parts.contains(path + "/")) {
            return true;
        }
        for (int slash = path.lastIndexOf('/'); slash >= 0; slash = path.lastIndexOf('/', slash - 1)) {
            if (parts.contains(path.substring(0, slash + 1))) {
                return true;
            }
        }
        return false;
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
