package evenharbor.app.what.site;

/**
 * A deleted site has been brought back; told within the transaction.
 *
 * @param siteId the site
 */
public record SiteBroughtBack(String siteId) {}
