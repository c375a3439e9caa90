/** Visits, counted by host name and day. Entry point: {@link evenharbor.app.visit.Visits}. */
package evenharbor.app.visit;
