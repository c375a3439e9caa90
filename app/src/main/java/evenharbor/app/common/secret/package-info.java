/** Secrets at rest: encrypted with a key that does not lie in the database. */
package evenharbor.app.common.secret;
