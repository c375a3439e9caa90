package evenharbor.core.where.redirect;

/**
 * What a rule makes of a request.
 *
 * @param rule the rule
 * @param location where it leads: a path of the site beginning with a slash, or an absolute URL, encoded, with its query;
 *     empty when the page is gone
 */
public record Match(Redirect rule, String location) {}
