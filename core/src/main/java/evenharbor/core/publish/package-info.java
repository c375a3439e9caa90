/**
 * What a publish takes along: pages held back, pages sent anyway.\n * Entry point: {@link evenharbor.core.publish.Selection}.
 */
package evenharbor.core.publish;
