/** Visits counted in memory and handed on in batches. Entry point: {@link evenharbor.edge.visit.VisitCounter}. */
package evenharbor.edge.visit;
