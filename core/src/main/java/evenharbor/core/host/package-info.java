/**
 * Hosts elsewhere: what a hosting company's mail says of one ({@link evenharbor.core.host.WelcomeMail}), and what has to be
 * done there so that it holds a build ({@link evenharbor.core.host.HostPlan}).
 */
package evenharbor.core.host;
