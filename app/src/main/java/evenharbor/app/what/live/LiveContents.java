package evenharbor.app.what.live;

import evenharbor.app.what.content.ContentUser;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is live, and was a moment ago, refers to contents. */
@Component
public class LiveContents implements ContentUser {

    /** For how long the build that was live before is asked for by pages that are still being loaded. */
    private static final Duration LATELY = Duration.ofHours(1);

    private final JdbcClient db;
    private final Clock clock;

    LiveContents(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    @Override
    public void name(Marks marks) {
        db.sql("select build, redirects, closure from live_state").query(row -> {
            marks.manifest(row.getString(1));
            marks.content(row.getString(2));
            Optional.ofNullable(row.getString(3)).map(LifeJson::closure).ifPresent(closure -> name(closure, marks));
        });
        db.sql("select build from live_span where until_at is null or until_at > ?")
                .param(clock.instant().minus(LATELY).atOffset(ZoneOffset.UTC).toLocalDateTime())
                .query(row -> {
                    marks.manifest(row.getString(1));
                });
    }

    /** Names what a life refers to. */
    public static void name(SiteLife life, Marks marks) {
        life.shown().ifPresent(shown -> marks.manifest(shown.build()));
        marks.content(life.redirects());
        life.closure().ifPresent(closure -> name(closure, marks));
    }

    private static void name(Closure closure, Marks marks) {
        if (closure.notice() instanceof Closure.Page page) {
            marks.content(page.file().hash());
        }
    }
}
