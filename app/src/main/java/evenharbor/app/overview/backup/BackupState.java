package evenharbor.app.overview.backup;

import java.time.Instant;
import java.util.List;

/**
 * What a backup says of itself.
 *
 * @param id its name in the folder, by when it was begun
 * @param version which release of Even Harbor made it
 * @param schema the number of the latest migration of the database in it
 * @param begun by the real clock; the database is as at an instant soon after that
 * @param practice whether it is of a practice harbor; the practice world itself is not in it
 * @param contents how many contents it needs
 * @param bytes of the contents that were new in the folder with it
 * @param databaseHash SHA-256 of its file with the database
 * @param damaged contents that could not be read at the harbor, or were not what they had been: those alone are missing in it
 */
record BackupState(
        String id,
        String version,
        int schema,
        Instant begun,
        Instant ended,
        boolean practice,
        long contents,
        long bytes,
        String databaseHash,
        List<String> damaged) {}
