/** Changes that will happen at a set time. Entry points: {@link evenharbor.core.when.plan.Plan}, {@link evenharbor.core.when.plan.Course}. */
package evenharbor.core.when.plan;
