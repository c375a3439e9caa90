/**
 * Visits that found nothing: whether a person followed a link, and which page it most likely meant. Entry points:
 * {@link evenharbor.core.where.visit.MissKind} and {@link evenharbor.core.where.visit.LikelyPages}.
 */
package evenharbor.core.where.visit;
