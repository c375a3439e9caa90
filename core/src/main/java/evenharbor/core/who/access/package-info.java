/** Rules for credentials: which passwords are taken, and what a token may do. */
package evenharbor.core.who.access;
