/**
 * Redirects of a site: rules that send one path to another page. {@link evenharbor.core.where.redirect.Redirects} is the
 * compiled set with its one meaning, {@link evenharbor.core.where.redirect.RedirectFindings} what makes no sense in it,
 * {@link evenharbor.core.where.redirect.RedirectReader} how rules are read as typed.
 */
package evenharbor.core.where.redirect;
