/**
 * What is not right with the pages of a draft, judged as it changes, and mended where that can be computed. Entry point:
 * {@link evenharbor.app.what.finding.DraftFindings}.
 */
package evenharbor.app.what.finding;
