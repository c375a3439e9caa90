/** What a publish takes along. Entry point: {@link evenharbor.core.harbor.publish.Selection}. */
package evenharbor.core.harbor.publish;
