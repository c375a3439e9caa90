/**
 * Addresses of sites: reading what was typed, who may have what, roles and what follows from changing them, the ladder
 * of steps until visitors arrive, and what a change of name touches. Entry points:
 * {@link evenharbor.core.where.address.AddressReader}, {@link evenharbor.core.where.address.SiteAddresses} and
 * {@link evenharbor.core.where.address.Ladder}.
 */
package evenharbor.core.where.address;
