package evenharbor.core.what.live;

import evenharbor.core.what.version.FileEntry;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A site, or paths of it, closed for now: visitors get a notice (503, RFC 9110 section 15.6.4) or are sent elsewhere (302).
 *
 * @param paths request paths that are closed: a folder with a slash at its end, else a page; empty for the whole site
 * @param notice what visitors get
 * @param reopens when it is to open again; empty when that is not known
 */
public record Closure(Set<String> paths, Notice notice, Optional<Instant> reopens) {

    /** What visitors get in place of a page. */
    public sealed interface Notice {}

    /** Words of the owner's own, on a plain page. */
    public record Words(String title, String text) implements Notice {}

    /**
     * A page of the site, as it was when the site was closed.
     *
     * @param path its path
     */
    public record Page(String path, FileEntry file) implements Notice {}

    /** They are sent to another page or URL, for now. */
    public record Elsewhere(String target) implements Notice {}

    /** What search engines and the web's own services read: a crawler that cannot read the rules forgets the site. */
    private static final List<String> ALWAYS_OPEN = List.of("/robots.txt", "/.well-known/");

    /** Whether all pages are closed. */
    public boolean whole() {
        return paths.isEmpty();
    }

    /**
     * Whether a request meets the notice. What pages load stays there: the notice may load it too.
     *
     * @param path decoded request path, beginning with a slash
     * @param asset whether there is a file at this path that is no page
     */
    public boolean covers(String path, boolean asset) {
        if (asset || ALWAYS_OPEN.stream().anyMatch(open -> within(path, open))) {
            return false;
        }
        if (notice instanceof Elsewhere elsewhere && path.equals(pathOf(elsewhere.target()))) {
            return false;
        }
        return whole() || paths.stream().anyMatch(closed -> within(path, closed));
    }

    /** What Retry-After says at an instant: whole seconds until it opens again, at least one; empty when not known. */
    public Optional<Long> retryAfter(Instant now) {
        return reopens.map(at -> Math.max(1, at.getEpochSecond() - now.getEpochSecond()));
    }

    private static boolean within(String path, String closed) {
        return closed.endsWith("/")
                ? path.startsWith(closed) || path.equals(closed.substring(0, closed.length() - 1))
                : path.equals(closed) || path.equals(closed + "/") || path.equals(closed + "/index.html");
    }

    private static String pathOf(String target) {
        return target.startsWith("/") ? target.replaceFirst("[?#].*", "") : "";
    }
}
