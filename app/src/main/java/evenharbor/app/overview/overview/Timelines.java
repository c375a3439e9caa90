package evenharbor.app.overview.overview;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.live.LiveRow;
import evenharbor.core.what.live.SiteLife;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What was: when versions were made and live, and when sites were closed, of many sites in one query. */
@Component
class Timelines {

    private static final String SPANS =
            "select 'SPAN' kind, site_id, from_at at, until_at until, version number, '' name, false live, null closure from"
                    + " (select s.*, row_number() over (partition by site_id order by from_at desc, id desc) place from live_span s"
                    + " where site_id in (:sites) and (until_at is null or until_at > :since)) l where place <= :most";

    private static final String NOTCHES =
            "select 'NOTCH', site_id, created_at, published_at, number, name, false, null from"
                    + " (select v.*, row_number() over (partition by site_id order by number desc) place from version v"
                    + " where site_id in (:sites) and gone_at is null and created_at >= :since) v where place <= :most";

    private static final String CLOSURES =
            "select 'CLOSED', site_id, at, until, id, '', live, closure from (select r.*, (select n.at from life_record n"
                    + " where n.site_id = r.site_id and (n.at > r.at or n.at = r.at and n.id > r.id) order by n.at, n.id limit 1)"
                    + " until from life_record r where site_id in (:sites) and closed) c where until is null or until > :since";

    private final JdbcClient db;

    Timelines(JdbcClient db) {
        this.db = db;
    }

    /** A time in which a version was live; no end while it is. */
    record SpanView(Instant from, @Schema(nullable = true) Instant until, int version) {}

    record NotchView(int number, String name, Instant at, boolean published) {}

    /** A time in which a site was closed; no end while it is. */
    record ClosedView(Instant from, @Schema(nullable = true) Instant until) {}

    /**
     * What was of a site.
     *
     * @param spans the earliest first
     * @param notches the versions, the latest first
     * @param closures the earliest first
     */
    record Timeline(List<SpanView> spans, List<NotchView> notches, List<ClosedView> closures) {

        static final Timeline NONE = new Timeline(List.of(), List.of(), List.of());

        private Timeline() {
            this(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        }
    }

    /**
     * What was of several sites, by site; sites of which nothing is known are left out.
     *
     * @param since what was over before is left out
     * @param most how many versions, and how many times in which one was live, of a site: the latest
     */
    Map<String, Timeline> of(Collection<String> siteIds, Instant since, int most) {
        Map<String, Timeline> all = new HashMap<>();
        if (siteIds.isEmpty()) {
            return all;
        }
        db.sql(SPANS + " union all " + NOTCHES + " union all " + CLOSURES + " order by kind, site_id, at, number")
                .param("sites", siteIds)
                .param("since", DatabaseTime.of(since))
                .param("most", most)
                .query((row, n) -> {
                    add(all.computeIfAbsent(row.getString("site_id"), site -> new Timeline()), row);
                    return n;
                })
                .list();
        return all;
    }

    private static void add(Timeline timeline, ResultSet row) throws SQLException {
        Instant at = DatabaseTime.read(row, "at");
        Instant until = DatabaseTime.readIfAny(row, "until").orElse(null);
        switch (row.getString("kind")) {
            case "SPAN" -> timeline.spans.add(new SpanView(at, until, row.getInt("number")));
            case "NOTCH" ->
                timeline.notches.add(0, new NotchView(row.getInt("number"), row.getString("name"), at, until != null));
            default -> {
                if (LiveRow.state(row) == SiteLife.State.CLOSED) {
                    close(timeline.closures, at, until);
                }
            }
        }
    }

    /** Changes of a closed site that leave it closed are one time. */
    private static void close(List<ClosedView> closures, Instant at, Instant until) {
        int last = closures.size() - 1;
        if (last >= 0 && at.equals(closures.get(last).until())) {
            closures.set(last, new ClosedView(closures.get(last).from(), until));
        } else {
            closures.add(new ClosedView(at, until));
        }
    }
}
