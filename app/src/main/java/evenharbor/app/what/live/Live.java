package evenharbor.app.what.live;

import java.util.Optional;

/**
 * What visitors get of a site now.
 *
 * @param siteId the site
 * @param live whether they get pages
 * @param version the version they get, or would get if it were put live
 * @param build hash of the manifest of its build
 * @param redirects hash of the set of redirects that visitors meet; empty for none
 * @param changedIn the harbor-wide revision in which this last changed
 */
public record Live(
        String siteId,
        boolean live,
        Optional<Integer> version,
        Optional<String> build,
        String redirects,
        long changedIn) {

    /** The same with another build. */
    public Live with(String other) {
        return new Live(siteId, live, version, Optional.of(other), redirects, changedIn);
    }
}
