/** Keeps the visitor-facing server's routes true to the database. Entry point: {@link evenharbor.app.route.Harbor}. */
package evenharbor.app.route;
