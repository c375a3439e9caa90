/** Keeps the visitor-facing server's routes true to the database. Entry point: {@link evenharbor.app.harbor.route.Harbor}. */
package evenharbor.app.harbor.route;
