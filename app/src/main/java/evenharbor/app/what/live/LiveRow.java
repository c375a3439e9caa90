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
        String build = row.getString("build");
        return new SiteLife(
                build == null ? Optional.empty() : Optional.of(new SiteLife.Shown(row.getInt("version"), build)),
                row.getBoolean("live"),
                row.getBoolean("everywhere_down"),
                Optional.ofNullable(row.getString("publishing")),
                row.getString("redirects"),
                Optional.ofNullable(row.getString("closure")).map(LifeJson::closure),
                row.getBoolean("deleted"));
    }

    /** How a site stood by a row that tells of its closure alone, of one that was not deleted. */
    public static SiteLife.State state(ResultSet row) throws SQLException {
        return new SiteLife(
                        Optional.empty(),
                        row.getBoolean("live"),
                        false,
                        Optional.empty(),
                        "",
                        Optional.of(LifeJson.closure(row.getString("closure"))),
                        false)
                .state();
    }
}
