/** Certificates by server name (RFC 6066), exchanged while visitors are served. */
package evenharbor.edge.tls;
