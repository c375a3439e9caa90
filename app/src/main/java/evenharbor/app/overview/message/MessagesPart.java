package evenharbor.app.overview.message;

import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whether messages to programs are sent when they are due; that a receiver does not answer is its owner's affair. */
@Component
class MessagesPart implements HealthPart {

    private static final Duration LATE = Duration.ofMinutes(5);

    private final JdbcClient db;
    private final Clock clock;

    MessagesPart(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "outbox";
    }

    @Override
    public List<Trouble> troubles() {
        int late = db.sql("select count(*) from message where next_at < ?")
                .param(DatabaseTime.of(clock.instant().minus(LATE)))
                .query(Integer.class)
                .single();
        return late == 0
                ? List.of()
                : List.of(new Trouble(
                        "Messages to programs are sent late.",
                        "None is lost. See whether the processes have more to do than they can."));
    }
}
