/** What an account pays for, as its people wrote it down, and what its domains cost. Entry point: {@link evenharbor.app.hosting.cost.Costs}. */
package evenharbor.app.hosting.cost;
