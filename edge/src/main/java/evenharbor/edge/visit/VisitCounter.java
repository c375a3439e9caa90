package evenharbor.edge.visit;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.SiteRoutes;
import java.util.function.Supplier;

/**
 * Counts pages served, redirects followed and paths that found nothing. Counting is a few additions in memory: it neither
 * waits nor fails. Nothing is kept of visitors.
 */
public final class VisitCounter {

    /** What calls itself this is no visitor: the harbor looking at its own addresses. */
    public static final String CHECKING_AGENT = "harbor-check";

    private static final String PAGE = "text/html";

    private final Tally<String> pages = new Tally<>();
    private final Tally<Batch.Follow> follows = new Tally<>();
    private final MissCounter misses = new MissCounter();

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
            }
        } else if (decision instanceof Decision.Forward forward) {
            if (forward.by().isPresent()) {
                followed(forward.by().get());
            }
        } else if (decision instanceof Decision.Gone gone) {
            followed(gone.by());
        } else if (decision instanceof Decision.Missing missing && counted(missing.site())) {
            String own = path.substring(missing.site().options().base().length());
            misses.count(missing.site().id(), own, browser, referrer.get());
        }
    }

    private void followed(Decision.Followed by) {
        if (counted(by.site())) {
            follows.add(new Batch.Follow(by.site().id(), by.redirect()), 1);
        }
    }

    private static boolean counted(SiteRoutes site) {
        return !site.options().preview() && !site.id().isEmpty();
    }

    /** What was counted since the last call. */
    public Batch take() {
        return new Batch(pages.take(), follows.take(), misses.take());
    }

    /** How many paths that found nothing are held, over all sites. */
    long pathsHeld() {
        return misses.held();
    }

    /** Puts back what could not be handed on. */
    public void putBack(Batch batch) {
        batch.pages().forEach(pages::add);
        batch.follows().forEach(follows::add);
        misses.putBack(batch.misses());
    }
}
