/**
 * Accounts at hosting companies: what a welcome mail says of one ({@link evenharbor.core.host.WelcomeMail}), what can go wrong
 * there ({@link evenharbor.core.host.HostFault}), and how its folder and its URL belong together.
 */
package evenharbor.core.host;
