/**
 * Visits that found nothing: whether a person followed a link, and which page it most likely meant. Entry points:
 * {@link evenharbor.core.visit.MissKind} and {@link evenharbor.core.visit.LikelyPages}.
 */
package evenharbor.core.visit;
