/**
 * Destinations: where on hosts a site is published, what each holds, what a publish there would do, and the work that does it.
 * Entry points: {@link evenharbor.app.hosting.destination.Destinations}, {@link evenharbor.app.hosting.destination.HostJobs}.
 */
package evenharbor.app.hosting.destination;
