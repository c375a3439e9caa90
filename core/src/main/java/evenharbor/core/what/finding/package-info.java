/**
 * What is not right with the pages of a site: each kind of finding is one rule with its words and its fix, judged from facts
 * that are read once for each content. Entry point: {@link evenharbor.core.what.finding.SiteFindings}.
 */
package evenharbor.core.what.finding;
