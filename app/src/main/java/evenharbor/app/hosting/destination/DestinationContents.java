package evenharbor.app.hosting.destination;

import evenharbor.app.what.content.ContentUser;
import evenharbor.app.what.version.VersionUser;
import java.util.HashSet;
import java.util.Objects;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What hosts hold, what was seen there, and what work at them is about. */
@Component
class DestinationContents implements ContentUser, VersionUser {

    private final JdbcClient db;

    DestinationContents(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select build, listing from destination").query(row -> {
            marks.manifest(row.getString(1));
            marks.content(row.getString(2));
        });
        db.sql("select hash, begun_hash from ledger_entry").query(row -> {
            marks.content(row.getString(1));
            marks.content(row.getString(2));
        });
        db.sql("select manifest from host_job where state in ('RUNNING', 'PAUSED')")
                .query(row -> {
                    marks.manifest(row.getString(1));
                });
    }

    @Override
    public Set<Integer> needed(String siteId) {
        Set<Integer> needed = new HashSet<>(
                db.sql("select current_version from destination where site_id = ? union select previous_version from"
                                + " destination where site_id = ? union select version from host_job where site_id = ?"
                                + " and state in ('RUNNING', 'PAUSED')")
                        .params(siteId, siteId, siteId)
                        .query(Integer.class)
                        .list());
        needed.removeIf(Objects::isNull);
        return needed;
    }
}
