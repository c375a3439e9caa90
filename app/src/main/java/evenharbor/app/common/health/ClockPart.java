package evenharbor.app.common.health;

import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whether the clock of this process goes as the database's does: plans begin and links end by it. */
@Component
class ClockPart implements HealthPart {

    /** How far off it is told to be: in steps, so that what is told stays the same while it is. */
    private static final NavigableMap<Duration, String> STEPS = new TreeMap<>(Map.of(
            Duration.ofSeconds(3), "3 seconds",
            Duration.ofSeconds(30), "30 seconds",
            Duration.ofMinutes(5), "5 minutes",
            Duration.ofHours(1), "an hour"));

    private final JdbcClient db;
    private final Supplier<Instant> clock;

    @Autowired
    ClockPart(JdbcClient db) {
        this(db, Instant::now);
    }

    ClockPart(JdbcClient db, Supplier<Instant> clock) {
        this.db = db;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "clock";
    }

    @Override
    public List<Trouble> troubles() {
        Instant before = clock.get();
        Instant there = db.sql("select utc_timestamp(6) at")
                .query((row, n) -> DatabaseTime.read(row, "at"))
                .single();
        Instant after = clock.get();
        // What the question took says nothing about the clock.
        Duration ahead = there.isBefore(before) ? Duration.between(there, before) : Duration.ZERO;
        Duration behind = there.isAfter(after) ? Duration.between(after, there) : Duration.ZERO;
        Map.Entry<Duration, String> step = STEPS.floorEntry(ahead.plus(behind));
        if (step == null) {
            return List.of();
        }
        return List.of(new Trouble(
                "The clock of this machine is " + (ahead.isZero() ? "behind" : "ahead of")
                        + " the database's by more than " + step.getValue() + ".",
                "Plans begin at the wrong time by that much. Set the clocks of all machines by NTP."));
    }
}
