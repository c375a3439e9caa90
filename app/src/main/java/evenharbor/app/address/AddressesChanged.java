package evenharbor.app.address;

import java.util.Set;

/**
 * The addresses of a site have changed; told within the transaction that changes them.
 *
 * @param siteId the site
 * @param domainIds the domains whose zones may need changes
 */
public record AddressesChanged(String siteId, Set<String> domainIds) {}
