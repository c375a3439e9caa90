/**
 * What a publish takes along: pages held back, pages sent anyway. Entry point: {@link evenharbor.core.publish.Selection}.
 */
package evenharbor.core.publish;
