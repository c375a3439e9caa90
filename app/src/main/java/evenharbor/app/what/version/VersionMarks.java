package evenharbor.app.what.version;

import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The little of versions that pictures of many sites need, without the rest of them. */
@Service
@Transactional(readOnly = true)
public class VersionMarks {

    private final JdbcClient db;

    VersionMarks(JdbcClient db) {
        this.db = db;
    }

    /** Number of the newest version of a site that has been live; 0 for none. */
    public int newestLive(String siteId) {
        return db.sql("select coalesce(max(number), 0) from version where site_id = ? and gone_at is null"
                        + " and published_at is not null")
                .param(siteId)
                .query(Integer.class)
                .single();
    }

    /** Number of the newest version of a site that had been live by an instant; 0 for none. */
    public int newestLive(String siteId, Instant by) {
        return db.sql(
                        "select coalesce(max(number), 0) from version where site_id = ? and gone_at is null and published_at <= ?")
                .params(siteId, DatabaseTime.of(by))
                .query(Integer.class)
                .single();
    }

    /** A version of a site. */
    public record Key(String siteId, int number) {}

    /** The hashes of the manifests of some versions; those that are gone are left out. */
    public Map<Key, String> manifests(Collection<Key> versions) {
        if (versions.isEmpty()) {
            return Map.of();
        }
        Map<Key, String> manifests = new HashMap<>();
        db.sql("select site_id, number, manifest from version where (site_id, number) in (:keys) and gone_at is null")
                .param(
                        "keys",
                        versions.stream()
                                .distinct()
                                .map(key -> new Object[] {key.siteId(), key.number()})
                                .toList())
                .query((row, n) -> manifests.put(
                        new Key(row.getString("site_id"), row.getInt("number")), row.getString("manifest")))
                .list();
        return manifests;
    }
}
