package evenharbor.app.overview.state;

import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whether work that goes on by itself is taken up when it is due, and does not fail again and again. */
@Component
class JobsPart implements HealthPart {

    private static final Duration LATE = Duration.ofMinutes(2);
    private static final int OFTEN = 5;

    private final JdbcClient db;

    JobsPart(JdbcClient db) {
        this.db = db;
    }

    @Override
    public String name() {
        return "jobs";
    }

    @Override
    public List<Trouble> troubles() {
        var late = DatabaseTime.of(Instant.now().minus(LATE));
        return db
                .sql(
                        "select task_name, picked, consecutive_failures from scheduled_tasks where (execution_time < ? and not"
                                + " picked) or consecutive_failures >= ? order by task_name, task_instance limit 20")
                .params(late, OFTEN)
                .query((row, n) -> row.getInt("consecutive_failures") >= OFTEN
                        ? new Trouble(
                                "The work “" + row.getString("task_name") + "” fails again and again.",
                                "It is tried again by itself; the log says why it fails.")
                        : new Trouble(
                                "The work “" + row.getString("task_name") + "” is late.",
                                "The processes have more to do than they can, or none runs. See what they do."))
                .list()
                .stream()
                .distinct()
                .toList();
    }
}
