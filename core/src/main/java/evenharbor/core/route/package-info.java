/**
 * The decision for a visitor: host name and path in, what to answer out. Entry point: {@link evenharbor.core.route.Routes}.
 */
package evenharbor.core.route;
