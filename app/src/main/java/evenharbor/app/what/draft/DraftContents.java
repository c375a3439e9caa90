package evenharbor.app.what.draft;

import evenharbor.app.what.content.ContentUser;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Drafts, and what they were before their last change, refer to contents; so does what was sent and may be wanted yet. */
@Component
class DraftContents implements ContentUser {

    private final JdbcClient db;

    DraftContents(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select manifest, before_manifest from draft").query(row -> {
            marks.manifest(row.getString(1));
            marks.manifest(row.getString(2));
        });
        db.sql("select hash from content_sent").query(row -> {
            marks.content(row.getString(1));
        });
    }
}
