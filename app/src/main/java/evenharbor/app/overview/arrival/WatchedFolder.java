package evenharbor.app.overview.arrival;

import java.time.Instant;
import java.util.Optional;

/**
 * A folder of this machine that is the source of a site.
 *
 * @param opened the name by which the operator opens a folder
 * @param folder the one within; empty for all of it
 * @param personId in whose name it is taken in
 * @param taken what it looked like when it was taken in last; empty before
 * @param seen what it looked like when it was looked at last; empty before
 * @param restsSince since when it has looked so; by the real clock
 * @param takenAt when it was taken in last
 * @param problem why it is not taken in; empty when it is
 */
record WatchedFolder(
        String siteId,
        String opened,
        String folder,
        String personId,
        String taken,
        String seen,
        Instant restsSince,
        Optional<Instant> takenAt,
        String problem) {}
