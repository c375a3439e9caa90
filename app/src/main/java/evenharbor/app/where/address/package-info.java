/**
 * Addresses of sites: what a typed one would mean, claiming, roles, changing a name and releasing it. Entry point:
 * {@link evenharbor.app.where.address.Addresses}.
 */
package evenharbor.app.where.address;
