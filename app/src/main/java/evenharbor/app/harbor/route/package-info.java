/** Keeps the visitor-facing server's routes true to the database. Entry point: {@link evenharbor.app.harbor.route.EdgeRoutes}. */
package evenharbor.app.harbor.route;
