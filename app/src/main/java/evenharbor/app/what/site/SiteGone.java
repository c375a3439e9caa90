package evenharbor.app.what.site;

/**
 * A deleted site goes for good; told within the transaction, before its own rows go. Whoever keeps something under it by
 * another key than the site's deletes that now.
 *
 * @param siteId the site
 */
public record SiteGone(String siteId) {}
