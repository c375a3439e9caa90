package evenharbor.app.harbor.publish;

import evenharbor.app.what.content.ContentUser;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Publishes under way refer to what they will make live. */
@Component
class PublicationContents implements ContentUser {

    private final JdbcClient db;

    PublicationContents(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select manifest, redirects from publication where state = 'RUNNING'")
                .query(row -> {
                    marks.manifest(row.getString(1));
                    marks.content(row.getString(2));
                });
    }
}
