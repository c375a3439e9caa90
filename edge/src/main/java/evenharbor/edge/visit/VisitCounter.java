package evenharbor.edge.visit;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.Onward;
import evenharbor.core.harbor.route.SiteRoutes;
import java.util.function.Supplier;

/**
 * Counts pages served, redirects followed and paths that found nothing, by path. Counting is a few additions in memory:
 * it neither waits nor fails. Nothing is kept of visitors.
 */
public final class VisitCounter {

    /** What calls itself this is no visitor: the harbor looking at its own addresses. */
    public static final String CHECKING_AGENT = "harbor-check";

    private static final String PAGE = "text/html";

    /** New paths in one batch that are all counted: of pages there are as many as a site has, of the rest any number. */
    private static final int MOST_FRESH_PAGES = 10_000;

    private static final int MOST_FRESH = 1_000;

    private final Tally<String> pages = new Tally<>();
    private final Tally<Batch.Follow> follows = new Tally<>();

    private final PathCounter visited = new PathCounter(MOST_FRESH_PAGES);
    private final PathCounter redirected = new PathCounter(MOST_FRESH);
    private final PathCounter misses = new PathCounter(MOST_FRESH);

    /**
     * Counts what a visitor got. What belongs to no site, and previews, are not counted.
     *
     * @param path decoded path asked for
     * @param browser whether the request says which language its person reads
     * @param referrer the host name of the page that led here; empty when unknown. Read only where it counts
     */
    public void count(String host, String path, Decision decision, boolean browser, Supplier<String> referrer) {
        if (decision instanceof Decision.Serve serve) {
            if (serve.file().mediaType().equals(PAGE) && !serve.site().options().preview()) {
                pages.add(host, 1);
                asked(visited, serve.site(), host, path, browser, elsewhere(host, referrer));
            }
        } else if (decision instanceof Decision.Forward forward) {
            if (forward.by().isPresent()) {
                followed(forward.by().get(), host, path, browser);
            } else if (browser && forward.mount().isPresent()) {
                // By an address that only sends on come mostly people with old links, and scanners: those are not
                // counted.
                Onward.Mount mount = forward.mount().get();
                redirected.count(mount.site(), host + mount.base(), below(path, mount.base()), true, "");
            }
        } else if (decision instanceof Decision.Gone gone) {
            followed(gone.by(), host, path, browser);
        } else if (decision instanceof Decision.Missing missing && counted(missing.site())) {
            String own = path.substring(missing.site().options().base().length());
            misses.count(missing.site().id(), "", own, browser, referrer.get());
        }
    }

    private static String below(String path, String base) {
        return path.length() > base.length() ? path.substring(base.length()) : "/";
    }

    private static String elsewhere(String host, Supplier<String> referrer) {
        String from = referrer.get();
        return from.equals(host) ? "" : from;
    }

    private void followed(Decision.Followed by, String host, String path, boolean browser) {
        if (counted(by.site())) {
            follows.add(new Batch.Follow(by.site().id(), by.redirect()), 1);
            asked(redirected, by.site(), host, path, browser, "");
        }
    }

    private static void asked(
            PathCounter counter, SiteRoutes site, String host, String path, boolean browser, String referrer) {
        if (counted(site)) {
            String base = site.options().base();
            String place = base.isEmpty() ? host : host + base;
            counter.count(site.id(), place, path.substring(base.length()), browser, referrer);
        }
    }

    private static boolean counted(SiteRoutes site) {
        return !site.options().preview() && !site.id().isEmpty();
    }

    /** What was counted since the last call. */
    public Batch take() {
        return new Batch(pages.take(), visited.take(), redirected.take(), follows.take(), misses.take());
    }

    /** How many paths that found nothing are held, over all sites. */
    long pathsHeld() {
        return misses.held();
    }

    /** Puts back what could not be handed on. */
    public void putBack(Batch batch) {
        batch.pages().forEach(pages::add);
        batch.follows().forEach(follows::add);
        visited.putBack(batch.visited());
        redirected.putBack(batch.redirected());
        misses.putBack(batch.misses());
    }
}
