package evenharbor.edge.visit;

import java.util.List;
import java.util.Map;

/**
 * What was counted since the last batch.
 *
 * @param pages pages served, by host name
 * @param follows how often each redirect was followed
 * @param misses paths that found nothing
 */
public record Batch(Map<String, Long> pages, Map<Follow, Long> follows, List<Miss> misses) {

    /**
     * A redirect of a site.
     *
     * @param site the site's id
     * @param redirect the redirect's id
     */
    public record Follow(String site, String redirect) {}

    /**
     * A path that found nothing.
     *
     * @param site the site's id
     * @param path decoded path from the host name's root
     * @param count how often it was asked for
     * @param browsers how often by what says which language its person reads, as browsers do and scanners seldom do
     * @param referrers how often from which host names' pages
     */
    public record Miss(String site, String path, long count, long browsers, Map<String, Long> referrers) {}

    /** Whether nothing was counted. */
    public boolean isEmpty() {
        return pages.isEmpty() && follows.isEmpty() && misses.isEmpty();
    }
}
