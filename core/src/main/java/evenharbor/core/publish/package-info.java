/**
 * What a publish takes along ({@link evenharbor.core.publish.Selection}), and what has to be done on a host so that it holds a
 * build ({@link evenharbor.core.publish.HostPlan}), from what shall be there, what we put there
 * ({@link evenharbor.core.publish.Ledger}) and what is there ({@link evenharbor.core.publish.Listing}).
 */
package evenharbor.core.publish;
