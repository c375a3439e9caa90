package evenharbor.app.what.live;

import evenharbor.core.what.live.SiteLife;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;

/** Rows of {@code live_state} and {@code life_record}, for queries that read many sites at once. */
public final class LiveRow {

    private LiveRow() {}

    /** What visitors get by the present row. */
    public static SiteLife life(ResultSet row) throws SQLException {
        int version = row.getInt("version");
        return life(
                row.wasNull() ? null : version,
                row.getString("build"),
                row.getBoolean("live"),
                row.getBoolean("everywhere_down"),
                row.getString("publishing"),
                row.getString("redirects"),
                row.getString("closure"),
                row.getBoolean("deleted"));
    }

    /** The same by the columns; those that hold nothing are null. */
    static SiteLife life(
            Integer version,
            String build,
            boolean live,
            boolean everywhereDown,
            String publishing,
            String redirects,
            String closure,
            boolean deleted) {
        return new SiteLife(
                Optional.ofNullable(version).map(number -> new SiteLife.Shown(number, build)),
                live,
                everywhereDown,
                Optional.ofNullable(publishing),
                redirects,
                Optional.ofNullable(closure).map(LifeJson::closure),
                deleted);
    }

    /** How a site stood by a row that tells of its closure alone, of one that was not deleted. */
    public static SiteLife.State state(ResultSet row) throws SQLException {
        return life(null, null, row.getBoolean("live"), false, null, "", row.getString("closure"), false)
                .state();
    }
}
