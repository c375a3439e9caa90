/**
 * Accounts at hosting companies: what a welcome mail says of one ({@link evenharbor.core.hosting.host.WelcomeMail}), what can go wrong
 * there ({@link evenharbor.core.hosting.host.HostFault}), and how its folder and its URL belong together.
 */
package evenharbor.core.hosting.host;
