/**
 * Hosting companies: FTP with explicit TLS and SFTP on real folders, with quotas and faults to switch on, and the web's view
 * of each folder. Entry point: {@link evenharbor.practice.host.HostingCompanies}.
 */
package evenharbor.practice.host;
