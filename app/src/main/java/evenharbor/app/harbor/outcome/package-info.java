/** What visitors will notice of a change, before it is made. Entry point: {@link evenharbor.app.harbor.outcome.Outcomes}. */
package evenharbor.app.harbor.outcome;
