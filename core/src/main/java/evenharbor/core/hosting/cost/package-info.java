/** What sites cost, and when it falls due. Entry point: {@link evenharbor.core.hosting.cost.YearOfCosts}. */
package evenharbor.core.hosting.cost;
