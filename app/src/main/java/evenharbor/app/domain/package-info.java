/**
 * Domains that accounts hold: searching, registering, bringing and proving them, their renewals, and their zones. Entry
 * points: {@link evenharbor.app.domain.Domains} and {@link evenharbor.app.domain.Zones}.
 */
package evenharbor.app.domain;
