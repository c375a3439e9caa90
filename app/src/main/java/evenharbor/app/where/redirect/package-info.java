/** Redirects of a site: the set that is worked on, those that went live, and the visits that found nothing. Entry point: {@link evenharbor.app.where.redirect.RedirectSets}. */
package evenharbor.app.where.redirect;
