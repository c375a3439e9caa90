package evenharbor.app.what.draft;

import java.time.Instant;

/**
 * The working copy of a site.
 *
 * @param siteId whose it is
 * @param manifest hash of its manifest
 * @param revision counts its changes, for If-Match
 * @param changedBy id of who changed it last
 * @param changedAt when
 * @param what what they did, in words
 * @param undoable whether the last change can be undone
 */
public record Draft(
        String siteId,
        String manifest,
        long revision,
        String changedBy,
        Instant changedAt,
        String what,
        boolean undoable) {}
