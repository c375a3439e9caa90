/**
 * Asks name servers and resolvers, and changes zones (RFC 1034, 1035, 2136, 8945). Entry points:
 * {@link evenharbor.app.dns.Dns} and {@link evenharbor.app.dns.ZoneServer}.
 */
package evenharbor.app.dns;
