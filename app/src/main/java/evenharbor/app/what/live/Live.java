package evenharbor.app.what.live;

import evenharbor.core.what.live.SiteLife;
import java.util.Optional;

/**
 * What visitors get of a site now.
 *
 * @param siteId the site
 * @param life how it stands
 * @param changedIn the harbor-wide revision in which this last changed
 */
public record Live(String siteId, SiteLife life, long changedIn) {

    /** Whether visitors get pages. */
    public boolean live() {
        return life.served();
    }

    /** The version they get, or would get if it were put live. */
    public Optional<Integer> version() {
        return life.shown().map(SiteLife.Shown::version);
    }

    /** Hash of the manifest of its build. */
    public Optional<String> build() {
        return life.shown().map(SiteLife.Shown::build);
    }

    /** Hash of the set of redirects that visitors meet; empty for none. */
    public String redirects() {
        return life.redirects();
    }

    /** The same with another build of the same version. */
    public Live with(String other) {
        SiteLife same = new SiteLife(
                life.shown().map(shown -> new SiteLife.Shown(shown.version(), other)),
                life.live(),
                life.everywhereDown(),
                life.publishing(),
                life.redirects(),
                life.closure(),
                life.deleted());
        return new Live(siteId, same, changedIn);
    }
}
