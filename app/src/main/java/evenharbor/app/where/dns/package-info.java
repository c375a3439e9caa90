/**
 * Asks name servers and resolvers, and changes zones (RFC 1034, 1035, 2136, 8945). Entry points:
 * {@link evenharbor.app.where.dns.Dns} and {@link evenharbor.app.where.dns.ZoneServer}.
 */
package evenharbor.app.where.dns;
