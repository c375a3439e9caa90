/**
 * Name servers and a caching resolver on loopback, speaking DNS (RFC 1034, 1035, 2136, 8945). Entry point:
 * {@link evenharbor.practice.dns.PracticeDns}.
 */
package evenharbor.practice.dns;
