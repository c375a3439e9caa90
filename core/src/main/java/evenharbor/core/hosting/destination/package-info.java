/**
 * What has to be done on a host so that it holds a build ({@link evenharbor.core.hosting.destination.HostPlan}), from the
 * target, what we put there ({@link evenharbor.core.hosting.destination.Ledger}) and what is there
 * ({@link evenharbor.core.hosting.destination.Listing}).
 */
package evenharbor.core.hosting.destination;
