/** What was so at an instant. Entry points: {@link evenharbor.core.when.timeline.Timeline}, {@link evenharbor.core.when.timeline.AddressAnswer}. */
package evenharbor.core.when.timeline;
