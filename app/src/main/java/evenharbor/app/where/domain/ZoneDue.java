package evenharbor.app.where.domain;

/**
 * A zone has to be brought up to date; told within the transaction that makes it so.
 *
 * @param domainId the domain
 */
public record ZoneDue(String domainId) {}
