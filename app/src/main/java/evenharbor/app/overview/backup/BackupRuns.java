package evenharbor.app.overview.backup;

import evenharbor.app.common.transaction.DatabaseTime;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.jdbc.support.KeyHolder;

/** What became of each backup, kept in the database, so that the running harbor knows. All times are by the real clock. */
final class BackupRuns {

    /** One that says nothing for so long has been killed. */
    private static final Duration LONGEST_SILENCE = Duration.ofMinutes(5);

    private static final int LONGEST_WORDS = 1000;

    /** One run. @param good empty while it is under way @param words what it came to */
    record Run(Instant begun, Instant heard, Optional<Boolean> good, String place, String words) {

        /** Whether it was cut off before it could say what became of it. */
        boolean brokeOff(Instant now) {
            return good.isEmpty() && heard.plus(LONGEST_SILENCE).isBefore(now);
        }
    }

    private final JdbcClient db;

    BackupRuns(JdbcClient db) {
        this.db = db;
    }

    /** @return its number */
    long begin(Path place) {
        Instant now = Instant.now();
        KeyHolder key = new GeneratedKeyHolder();
        db.sql("insert into backup_run (begun_at, heard_at, place, words) values (?, ?, ?, '')")
                .params(DatabaseTime.of(now), DatabaseTime.of(now), place.toString())
                .update(key);
        return key.getKeyAs(Number.class).longValue();
    }

    void stillAtIt(long id) {
        db.sql("update backup_run set heard_at = ? where id = ?")
                .params(DatabaseTime.of(Instant.now()), id)
                .update();
    }

    void ended(long id, boolean good, String words) {
        db.sql("update backup_run set heard_at = ?, good = ?, words = ? where id = ?")
                .params(
                        DatabaseTime.of(Instant.now()),
                        good,
                        words.length() > LONGEST_WORDS ? words.substring(0, LONGEST_WORDS) : words,
                        id)
                .update();
    }

    /** A database that was restored holds the run that wrote it, which nobody ends any more. */
    void forgetUnended() {
        db.sql("delete from backup_run where good is null").update();
    }

    /** Whether any is being made just now, be it into another folder than the latest. */
    boolean anyUnderWay() {
        return db.sql("select count(*) from backup_run where good is null and heard_at >= ?")
                        .param(DatabaseTime.of(Instant.now().minus(LONGEST_SILENCE)))
                        .query(Long.class)
                        .single()
                > 0;
    }

    /** The latest; empty when none was ever begun. */
    Optional<Run> latest() {
        return read("order by id desc limit 1");
    }

    /** The latest that came to a good end. */
    Optional<Run> latestGood() {
        return read("where good order by id desc limit 1");
    }

    private Optional<Run> read(String which) {
        return db.sql("select begun_at, heard_at, good, place, words from backup_run " + which)
                .query((row, n) -> new Run(
                        DatabaseTime.read(row, "begun_at"),
                        DatabaseTime.read(row, "heard_at"),
                        Optional.ofNullable((Boolean) row.getObject("good")),
                        row.getString("place"),
                        row.getString("words")))
                .optional();
    }
}
