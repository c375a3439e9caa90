/**
 * Keeps the visitor-facing server's routes true to the database. Entry points: {@link
 * evenharbor.app.harbor.route.EdgeRoutes} for what they are, {@link evenharbor.app.harbor.route.RouteFollower} for how they follow.
 */
package evenharbor.app.harbor.route;
