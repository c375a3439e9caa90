package evenharbor.app.common.health;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import javax.sql.DataSource;
import org.springframework.stereotype.Component;

/** Whether the database answers, and soon. */
@Component
class DatabasePart implements HealthPart {

    private static final Duration SLOW = Duration.ofMillis(500);

    private final DataSource database;

    DatabasePart(DataSource database) {
        this.database = database;
    }

    @Override
    public String name() {
        return "database";
    }

    @Override
    public List<Trouble> troubles() {
        long begun = System.nanoTime();
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("select 1");
        } catch (SQLException e) {
            return List.of(
                    new Trouble(
                            "The database does not answer. Visitors are still served what was live; nobody can change anything.",
                            "See that MariaDB runs and that the numbers in database.yml are right. All goes on by itself then."));
        }
        Duration took = Duration.ofNanos(System.nanoTime() - begun);
        return took.compareTo(SLOW) < 0
                ? List.of()
                : List.of(new Trouble(
                        "The database is slow to answer.",
                        "See what else its machine does, and how full its disk and memory are."));
    }
}
