package evenharbor.app.who.access;

import java.util.Optional;
import java.util.function.Function;

/**
 * Tells of things that belong to a site, and are named without it, whose they are. One bean for each kind.
 *
 * @param prefix the beginning of the paths that name such a thing, such as {@code /api/plans/}
 * @param what what is not there when it is not, such as “This plan”
 * @param siteOf the site that a thing belongs to, by the thing's id; empty when there is none
 */
public record SiteOfThing(String prefix, String what, Function<String, Optional<String>> siteOf) {}
