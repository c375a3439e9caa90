package evenharbor.core.harbor.route;

/** What answers at a host name, or at a path under one. */
public sealed interface Answer permits SiteRoutes, Onward {}
