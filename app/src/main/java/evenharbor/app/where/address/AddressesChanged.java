package evenharbor.app.where.address;

/**
 * The addresses of a site have changed; told within the transaction that changes them.
 *
 * @param siteId the site
 */
public record AddressesChanged(String siteId) {}
