package evenharbor.app.overview.arrival;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which folders are watched, and how far each is. */
@Service
@Transactional
class WatchedFolders {

    private static final int LONGEST_PROBLEM = 900;

    private final JdbcClient db;
    private final Sites sites;
    private final WatchedFolderProperties properties;
    private final Clock clock;

    WatchedFolders(JdbcClient db, Sites sites, WatchedFolderProperties properties, Clock clock) {
        this.db = db;
        this.sites = sites;
        this.properties = properties;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    Optional<WatchedFolder> of(String siteId) {
        return db.sql("select * from watched_folder where site_id = ?")
                .param(siteId)
                .query(WatchedFolders::read)
                .optional();
    }

    /** Watches a folder from now on; as it is, it is the first state. */
    void watch(String siteId, String opened, String folder) {
        sites.mine(siteId);
        if (!properties.opened().keySet().contains(opened)) {
            throw Problem.field(
                    "opened",
                    properties.opened().isEmpty()
                            ? "Whoever runs this harbor opens no folder of it (harbor.watched-folders)."
                            : "Choose one of: "
                                    + String.join(
                                            ", ",
                                            new TreeSet<>(properties.opened().keySet())) + ".");
        }
        String path = folder.strip().replaceAll("^/+|/+$", "");
        if (List.of(path.split("/")).contains("..")) {
            throw Problem.field("folder", "Leave out “..”: a folder within " + opened + " can be watched.");
        }
        db.sql(
                        "replace into watched_folder (site_id, opened, folder, person_id, taken, seen, rests_since, problem, looked_at)"
                                + " values (?, ?, ?, ?, '', '', ?, '', '2000-01-01')")
                .params(siteId, opened, path, Current.person().id(), DatabaseTime.of(Instant.now()))
                .update();
    }

    void stop(String siteId) {
        sites.mine(siteId);
        if (db.sql("delete from watched_folder where site_id = ?").param(siteId).update() == 0) {
            throw Problem.notFound("A watched folder");
        }
    }

    /** Takes those for this node that nobody looked at for so long. */
    List<WatchedFolder> claim(Duration ago) {
        Instant now = Instant.now();
        return db
                .sql("select * from watched_folder where looked_at < ? order by looked_at")
                .param(DatabaseTime.of(now.minus(ago)))
                .query(WatchedFolders::read)
                .list()
                .stream()
                .filter(each -> db.sql("update watched_folder set looked_at = ? where site_id = ? and looked_at < ?")
                                .params(DatabaseTime.of(now), each.siteId(), DatabaseTime.of(now.minus(ago)))
                                .update()
                        > 0)
                .toList();
    }

    /** It looks otherwise than before. */
    void seen(WatchedFolder folder, String looks) {
        db.sql("update watched_folder set seen = ?, rests_since = ? where site_id = ?")
                .params(looks, DatabaseTime.of(Instant.now()), folder.siteId())
                .update();
    }

    /** It was taken in as it looks. */
    void taken(WatchedFolder folder, String looks) {
        db.sql("update watched_folder set taken = ?, taken_at = ?, problem = '' where site_id = ?")
                .params(looks, DatabaseTime.of(clock.instant()), folder.siteId())
                .update();
    }

    /** It cannot be taken in. @param looks when that lies in its files, which then have to change; else empty */
    void cannot(WatchedFolder folder, String why, String looks) {
        db.sql("update watched_folder set problem = ?, taken = if(? = '', taken, ?) where site_id = ?")
                .params(
                        why.length() > LONGEST_PROBLEM ? why.substring(0, LONGEST_PROBLEM) + "…" : why,
                        looks,
                        looks,
                        folder.siteId())
                .update();
    }

    private static WatchedFolder read(ResultSet row, int number) throws SQLException {
        return new WatchedFolder(
                row.getString("site_id"),
                row.getString("opened"),
                row.getString("folder"),
                row.getString("person_id"),
                row.getString("taken"),
                row.getString("seen"),
                DatabaseTime.read(row, "rests_since"),
                DatabaseTime.readIfAny(row, "taken_at"),
                row.getString("problem"));
    }
}
