/**
 * Planned changes: kept, foreseen, and carried out when their time comes, by whichever node is there. Entry point: {@link
 * evenharbor.app.when.plan.PlannedChanges}.
 */
package evenharbor.app.when.plan;
