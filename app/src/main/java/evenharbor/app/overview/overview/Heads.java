package evenharbor.app.overview.overview;

import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveRow;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How sites stand and what they hold: what is live, the draft, and what either is made of, in one query. */
@Component
class Heads {

    private final JdbcClient db;

    Heads(JdbcClient db) {
        this.db = db;
    }

    /**
     * The head of a site.
     *
     * @param draft hash of the manifest of its draft
     * @param shown hash of the manifest of the version that is live, or was live last; empty for none
     */
    record Head(Live live, String draft, String shown) {}

    /** The heads of several sites, by site. */
    Map<String, Head> of(Collection<String> siteIds) {
        Map<String, Head> all = new LinkedHashMap<>();
        if (siteIds.isEmpty()) {
            return all;
        }
        db.sql("select l.*, d.manifest draft, coalesce(v.manifest, '') shown from live_state l"
                        + " join draft d on d.site_id = l.site_id left join version v on v.site_id = l.site_id"
                        + " and v.number = l.version and v.gone_at is null where l.site_id in (:sites)")
                .param("sites", siteIds)
                .query((row, n) -> {
                    String id = row.getString("site_id");
                    Live live = new Live(id, LiveRow.life(row), row.getLong("changed_in"));
                    return all.put(id, new Head(live, row.getString("draft"), row.getString("shown")));
                })
                .list();
        return all;
    }
}
