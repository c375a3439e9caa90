/** What visitors will notice of a change. Entry point: {@link evenharbor.core.harbor.outcome.OutcomeDifference}. */
package evenharbor.core.harbor.outcome;
