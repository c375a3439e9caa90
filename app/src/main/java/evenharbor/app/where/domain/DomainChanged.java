package evenharbor.app.where.domain;

import java.util.Set;

/**
 * A domain has come, been proven, ended or gone; told within the transaction that changes it.
 *
 * @param domain the domain as it is now
 * @param gone whether the account no longer holds or claims it
 * @param wildcardSites the sites that answered, or answer now, for names below it that nobody claimed
 */
public record DomainChanged(Domain domain, boolean gone, Set<String> wildcardSites) {}
