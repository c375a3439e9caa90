/**
 * Domains and DNS: public suffixes, record sets and their rules, zones and zone files, what was expected against what
 * was seen, and when everyone sees a change. Entry points: {@link evenharbor.core.where.domain.Zone} and
 * {@link evenharbor.core.where.domain.Comparison}.
 */
package evenharbor.core.where.domain;
