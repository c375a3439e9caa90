package evenharbor.app.where.redirect;

import evenharbor.app.what.content.ContentUser;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Sets of redirects are contents: those that are worked on, and what they were before their last change. */
@Component
class RedirectSetContents implements ContentUser {

    private final JdbcClient db;

    RedirectSetContents(JdbcClient db) {
        this.db = db;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select rules, before_rules from redirect_set").query(row -> {
            marks.content(row.getString(1));
            marks.content(row.getString(2));
        });
    }
}
