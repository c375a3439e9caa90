package evenharbor.app.where.redirect;

import java.time.Instant;

/**
 * The redirects of a site as they are worked on.
 *
 * @param siteId the site
 * @param rules hash of the set; empty for none
 * @param revision for If-Match
 * @param what what was done last
 * @param changedBy id of the person who did it
 * @param changedAt when
 * @param undoable whether it can be undone
 */
public record RedirectSet(
        String siteId,
        String rules,
        long revision,
        String what,
        String changedBy,
        Instant changedAt,
        boolean undoable) {}
