/**
 * The decision for a visitor: host name and path in, what to answer out. Entry point: {@link evenharbor.core.harbor.route.Routes}.
 */
package evenharbor.core.harbor.route;
