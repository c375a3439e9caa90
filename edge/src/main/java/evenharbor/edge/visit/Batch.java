package evenharbor.edge.visit;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What was counted since the last batch.
 *
 * @param pages pages served, by host name
 * @param visited pages served, by path; referrers are other host names than the page's own
 * @param redirected paths that a redirect answered
 * @param follows how often each redirect was followed
 * @param misses paths that found nothing; without the place at which they were asked for
 */
public record Batch(
        Map<String, Long> pages,
        List<Asked> visited,
        List<Asked> redirected,
        Map<Follow, Long> follows,
        List<Asked> misses) {

    /**
     * A redirect of a site.
     *
     * @param site the site's id
     * @param redirect the redirect's id
     */
    public record Follow(String site, String redirect) {}

    /**
     * A path that was asked for.
     *
     * @param site the site's id
     * @param place the host name, and the path under it that the site is mounted at, without a slash at its end
     * @param path decoded path from there
     * @param count how often it was asked for
     * @param browsers how often by what says which language its person reads, as browsers do and scanners seldom do
     * @param referrers how often from which host names' pages
     */
    public record Asked(
            String site, String place, String path, long count, long browsers, Map<String, Long> referrers) {}

    /** Whether nothing was counted. */
    public boolean isEmpty() {
        return pages.isEmpty() && visited.isEmpty() && redirected.isEmpty() && follows.isEmpty() && misses.isEmpty();
    }

    /** The ids of all sites that something was counted of. */
    public Set<String> sites() {
        Set<String> all = new HashSet<>();
        follows.keySet().forEach(follow -> all.add(follow.site()));
        List.of(visited, redirected, misses).forEach(kind -> kind.forEach(asked -> all.add(asked.site())));
        return all;
    }

    /** What was counted of these sites, and the pages of all host names. */
    public Batch of(Set<String> sites) {
        Map<Follow, Long> kept = new HashMap<>(follows);
        kept.keySet().removeIf(follow -> !sites.contains(follow.site()));
        return new Batch(pages, of(sites, visited), of(sites, redirected), kept, of(sites, misses));
    }

    private static List<Asked> of(Set<String> sites, List<Asked> all) {
        return all.stream().filter(asked -> sites.contains(asked.site())).toList();
    }
}
