package evenharbor.app.who.activity;

import java.util.List;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Hands what happened on to those who do something about it, in its order, and keeps how far each is. Entries can become
 * visible out of their order, so a little is handed on again each time: a follower does the same for the same entry once.
 * A new follower's place is begun by a migration, so that it misses nothing of what happens before its first run.
 */
@Service
public class ActivityFollowers {

    private static final int LOOK_BACK = 100;
    private static final int AT_ONCE = 500;

    private final JdbcClient db;
    private final Activities activities;

    ActivityFollowers(JdbcClient db, Activities activities) {
        this.db = db;
        this.activities = activities;
    }

    /** Hands on what happened since the last time; all of it counts as handed on together, or none. */
    @Transactional
    public void follow(String follower, Consumer<Activities.Happening> each) {
        long from = position(follower);
        List<Activities.Happening> happened = activities.after(Math.max(0, from - LOOK_BACK), AT_ONCE);
        long last = from;
        for (Activities.Happening one : happened) {
            last = Math.max(last, one.id());
            each.accept(one);
        }
        if (last > from) {
            db.sql("update follower set position = ? where name = ?")
                    .params(last, follower)
                    .update();
        }
    }

    private long position(String follower) {
        return db.sql("select position from follower where name = ? for update")
                .param(follower)
                .query(Long.class)
                .single();
    }
}
