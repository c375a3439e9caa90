package evenharbor.core.what.finding;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A site as rules look at it. */
final class Site {

    static final String MISSING_PAGE = "404.html";

    private final Manifest manifest;
    private final Surroundings around;
    private final Map<String, Integer> inbound;
    private final Map<String, String> answers;
    private final Map<String, String> byLetters;
    /** In the order of their paths, as they are put. */
    private final Map<String, Page> pages = new LinkedHashMap<>();

    private final Map<String, Page> sheets = new HashMap<>();
    private final Map<String, Weight> weights = new HashMap<>();
    private Anchors.Index places;

    /** What comes with a page at the first visit. */
    record Weight(long bytes, int requests) {}

    /** @param inbound how many other pages and style sheets name each request path */
    Site(Manifest manifest, Surroundings around, Map<String, Integer> inbound) {
        this.manifest = manifest;
        this.around = around;
        this.inbound = inbound;
        this.answers = new HashMap<>();
        this.byLetters = new HashMap<>();
        for (String file : manifest.files().keySet()) {
            String path = "/" + file;
            answer(path, file);
            String folder = SitePath.requestPath(file);
            if (!folder.equals(path)) {
                answer(folder, file);
                if (folder.length() > 1) {
                    answer(folder.substring(0, folder.length() - 1), file);
                }
            }
        }
    }

    /** The same paths with other contents. */
    Site(Site samePaths, Manifest manifest, Map<String, Integer> inbound) {
        this.manifest = manifest;
        this.around = samePaths.around;
        this.inbound = inbound;
        this.answers = samePaths.answers;
        this.byLetters = samePaths.byLetters;
    }

    private void answer(String path, String file) {
        answers.put(path, file);
        byLetters.putIfAbsent(folded(path), path);
    }

    Manifest manifest() {
        return manifest;
    }

    Surroundings around() {
        return around;
    }

    void put(Page page) {
        (SitePath.isPage(page.path()) ? pages : sheets).put(page.path(), page);
    }

    void put(String path, Weight weight) {
        weights.put(path, weight);
    }

    Optional<Page> page(String path) {
        return Optional.ofNullable(pages.getOrDefault(path, sheets.get(path)));
    }

    /** All pages; style sheets are none. */
    Collection<Page> pages() {
        return pages.values();
    }

    Optional<Weight> weight(String path) {
        return Optional.ofNullable(weights.get(path));
    }

    /** The file that answers at a decoded request path; null when none does. */
    String file(String path) {
        return answers.get(path);
    }

    /** The request path that differs from one in small and capital letters alone; null when there is none. */
    String otherLetters(String path) {
        String other = byLetters.get(folded(path));
        return other == null || other.equals(path) ? null : other;
    }

    /** Has all places of pages in one table, for many that are judged. */
    void indexPlaces() {
        places = new Anchors.Index(pages.values());
    }

    /** Whether a page is known to have a place that a fragment names. */
    boolean hasPlace(String page, String fragment) {
        return places != null && places.contains(page, fragment);
    }

    /** Whether another page or style sheet names a file. */
    boolean linked(String file) {
        String path = "/" + file;
        String folder = SitePath.requestPath(file);
        return inbound.containsKey(path)
                || !folder.equals(path)
                        && (inbound.containsKey(folder)
                                || inbound.containsKey(folder.substring(0, folder.length() - 1)));
    }

    /** A path as file systems see it that do not tell small letters from capital ones. */
    static String folded(String path) {
        return path.toLowerCase(Locale.ROOT);
    }

    /** Whether a redirect of the site answers there, and the files do not. */
    boolean redirects(String path) {
        return around.redirect().apply(path).isPresent();
    }

    /** A target of a host of one's own lies within the site. */
    Target own(Target target, String url) {
        return target.kind() == Target.Kind.OUTSIDE && around.hosts().contains(target.path())
                ? Target.within(url)
                : target;
    }

    /** Whether a URL names a host of one's own. */
    boolean namesOwnHost(String url, String from) {
        Target target = Target.of(url, from);
        return target.kind() == Target.Kind.OUTSIDE && around.hosts().contains(target.path());
    }
}
