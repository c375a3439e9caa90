package evenharbor.app.what.version;

import evenharbor.app.what.content.ContentUser;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Versions that are not gone refer to their files, to the build that was live, and to their redirects. */
@Component
class VersionContents implements ContentUser {

    private final JdbcClient db;

    VersionContents(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select manifest, build, redirects from version where gone_at is null")
                .query(row -> {
                    marks.manifest(row.getString(1));
                    marks.manifest(row.getString(2));
                    marks.content(row.getString(3));
                });
    }
}
