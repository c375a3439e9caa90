package evenharbor.app.where.redirect;

/**
 * The redirects that are worked on have changed; told within the transaction that changes them.
 *
 * @param siteId the site
 */
public record RedirectsChanged(String siteId) {}
