/**
 * Domains that accounts hold: searching, registering, bringing and proving them, their renewals, and their zones. Entry
 * points: {@link evenharbor.app.where.domain.Domains} and {@link evenharbor.app.where.domain.Zones}.
 */
package evenharbor.app.where.domain;
