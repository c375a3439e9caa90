package evenharbor.app.what.finding;

import evenharbor.core.what.finding.Surroundings;

/** Tells what is known of a site besides its files: its names, its redirects, what a path likely means. */
public interface SiteSurroundings {

    /**
     * The surroundings of a site.
     *
     * @param state differs when they do
     */
    record Around(String state, Surroundings surroundings) {}

    /** The surroundings of a site with these files. @param manifest hash of the manifest of its files */
    Around of(String siteId, String manifest);
}
