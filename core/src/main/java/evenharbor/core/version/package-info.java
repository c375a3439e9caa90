/**
 * Unchangeable states of a site and the differences between them. Entry points: {@link evenharbor.core.version.Manifest} and {@link evenharbor.core.version.Changes}.
 */
package evenharbor.core.version;
