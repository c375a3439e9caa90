/** Visits, redirects followed and paths that found nothing, counted by day. Entry point: {@link evenharbor.app.where.visit.Visits}. */
package evenharbor.app.where.visit;
