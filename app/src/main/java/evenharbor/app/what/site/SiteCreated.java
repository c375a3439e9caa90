package evenharbor.app.what.site;

import java.util.Optional;

/**
 * A site has been made; told within the transaction that makes it.
 *
 * @param site the new site
 * @param pagesFrom the site whose draft it begins with
 * @param settingsFrom the site whose settings it begins with
 */
public record SiteCreated(Site site, Optional<Site> pagesFrom, Optional<Site> settingsFrom) {}
