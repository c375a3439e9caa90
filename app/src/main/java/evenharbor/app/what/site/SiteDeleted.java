package evenharbor.app.what.site;

/**
 * A site has been deleted, to be brought back for a while; told within the transaction that deletes it.
 *
 * @param siteId the site
 */
public record SiteDeleted(String siteId) {}
