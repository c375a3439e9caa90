package evenharbor.core.where.redirect;

import java.util.List;
import java.util.Map;

/**
 * The redirects of a site as files of a build, for hosts that cannot be told about redirects.
 *
 * @param files text of each file by its path in the build
 * @param leftOut rules that cannot be carried this way, in the order of the list
 */
public record CarriedRules(Map<String, String> files, List<Redirect> leftOut) {}
