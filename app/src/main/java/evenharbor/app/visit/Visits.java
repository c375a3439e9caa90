package evenharbor.app.visit;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How many pages were asked for by each host name on each day (UTC). Nothing is kept of visitors. */
@Service
public class Visits {

    private final JdbcClient db;
    private final Clock clock;

    Visits(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    private LocalDate today() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDate();
    }

    /** Adds a batch of counts to today's. */
    @Transactional
    public void add(Map<String, Long> byHost) {
        byHost.forEach((host, count) -> db.sql(
                        "insert into visit_day (host, day, visits) values (?, ?, ?) on duplicate key update visits = visits + ?")
                .params(host, today(), count, count)
                .update());
    }

    /** The visits by a host name in the last days. */
    @Transactional(readOnly = true)
    public long since(String host, int days) {
        return db.sql("select coalesce(sum(visits), 0) from visit_day where host = ? and day > ?")
                .params(host, today().minusDays(days))
                .query(Long.class)
                .single();
    }
}
