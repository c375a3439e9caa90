package evenharbor.app.what.live;

/**
 * What visitors get of a site has changed; told within the transaction that changes it.
 *
 * @param siteId the site
 */
public record LiveChanged(String siteId) {}
