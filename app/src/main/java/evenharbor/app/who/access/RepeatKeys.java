package evenharbor.app.who.access;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Makes a request that is sent twice with one Idempotency-Key happen once; the second gets what the first made. */
@Component
public class RepeatKeys {

    private static final Duration KEPT = Duration.ofDays(2);

    private final JdbcClient db;
    private final Clock clock;

    RepeatKeys(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /**
     * Carries out work once for a key, in one transaction with it.
     *
     * @param key what the request sent; null or blank carries it out always
     * @param kind what is made
     * @param work makes it and answers its id
     * @return the id made now or before
     */
    @Transactional
    public String once(String key, String kind, Supplier<String> work) {
        if (key == null || key.isBlank()) {
            return work.get();
        }
        String short80 = key.length() > 80 ? key.substring(0, 80) : key;
        String person = Current.person().id();
        Instant now = clock.instant();
        // The row is locked until the transaction ends, so that a second request waits for the first.
        int fresh = db.sql(
                        "insert ignore into repeat_key (person_id, repeat_key, kind, result, at) values (?, ?, ?, '', ?)")
                .params(person, short80, kind, now.atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
        if (fresh == 0) {
            Optional<String> result = db.sql(
                            "select result from repeat_key where person_id = ? and repeat_key = ? and kind = ?")
                    .params(person, short80, kind)
                    .query(String.class)
                    .optional();
            if (result.isPresent() && !result.get().isEmpty()) {
                return result.get();
            }
        }
        String made = work.get();
        db.sql("update repeat_key set result = ? where person_id = ? and repeat_key = ? and kind = ?")
                .params(made, person, short80, kind)
                .update();
        return made;
    }

    /** Forgets old keys, by itself: within a keyed request that would lock rows of others. */
    void tidy() {
        db.sql("delete from repeat_key where at < ?")
                .param(clock.instant().minus(KEPT).atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
    }

    @Configuration
    static class Tidying {
        @Bean
        RecurringTask<Void> repeatKeysTidied(ObjectProvider<RepeatKeys> keys) {
            return Tasks.recurring("repeat-keys", FixedDelay.ofHours(1))
                    .execute((task, context) -> keys.getObject().tidy());
        }
    }
}
