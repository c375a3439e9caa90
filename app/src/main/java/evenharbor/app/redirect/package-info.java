/** Redirects of a site: the set that is worked on, and those that went live. Entry point: {@link evenharbor.app.redirect.RedirectSets}. */
package evenharbor.app.redirect;
