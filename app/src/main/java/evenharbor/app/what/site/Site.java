package evenharbor.app.what.site;

import evenharbor.core.what.site.Settings;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * One website under care.
 *
 * @param id its id
 * @param accountId whose it is
 * @param title what its people call it
 * @param settings what shapes the pages that visitors get
 * @param rightsConfirmed whether someone has said that the content is theirs to publish
 * @param createdAt when it was made
 * @param deletedAt since when it is deleted, and kept only to be brought back
 * @param revision for If-Match
 */
public record Site(
        String id,
        String accountId,
        String title,
        Settings settings,
        boolean rightsConfirmed,
        Instant createdAt,
        Optional<Instant> deletedAt,
        long revision) {

    /** How long a deleted site can be brought back. */
    public static final Duration KEPT = Duration.ofDays(30);
}
