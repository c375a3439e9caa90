/** A certificate authority that speaks ACME (RFC 8555), with a root of its own and faults that can be switched on. */
package evenharbor.practice.authority;
