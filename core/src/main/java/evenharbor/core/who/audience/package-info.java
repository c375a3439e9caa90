/**
 * For whom a site is there: which parts of it are for everyone, and which for whoever knows a password or has a link. Entry
 * point: {@link evenharbor.core.who.audience.AudienceRules}.
 */
package evenharbor.core.who.audience;
