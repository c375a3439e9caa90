/**
 * Unchangeable states of a site and the differences between them. Entry points: {@link evenharbor.core.what.version.Manifest} and {@link evenharbor.core.what.version.Changes}.
 */
package evenharbor.core.what.version;
