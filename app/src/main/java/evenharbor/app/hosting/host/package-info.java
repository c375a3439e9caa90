/**
 * Hosts: accounts at hosting companies and folders of this machine, saved once and used by many sites; how they are reached and
 * tested. Entry points: {@link evenharbor.app.hosting.host.Hosts}, {@link evenharbor.app.hosting.host.HostReach}.
 */
package evenharbor.app.hosting.host;
