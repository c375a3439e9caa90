package evenharbor.app.overview.backup;

import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.what.content.SweepStop;
import evenharbor.core.common.Dates;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the running harbor knows of its backups: when the last was good, and whether one is being made. */
@Component
class BackupWatch implements HealthPart, SweepStop {

    private final BackupRuns runs;
    private final Duration within;

    BackupWatch(JdbcClient db, BackupProperties properties) {
        this.runs = new BackupRuns(db);
        this.within = properties.within();
    }

    /** While a backup copies contents that its database names, none of them may go. */
    @Override
    public boolean stopsSweeps() {
        return runs.anyUnderWay();
    }

    @Override
    public String name() {
        return "backup";
    }

    @Override
    public List<Trouble> troubles() {
        if (within.isZero()) {
            return List.of();
        }
        Instant now = Instant.now();
        Optional<BackupRuns.Run> good = runs.latestGood();
        if (good.filter(run -> run.begun().plus(within).isAfter(now)).isPresent()) {
            return List.of();
        }
        String last = good.map(
                        run -> "The last good backup is of " + Dates.day(run.begun()) + ", in " + run.place() + ".")
                .orElse("No backup of this harbor was ever made.");
        String since = runs.latest()
                .filter(run -> good.isEmpty() || run.begun().isAfter(good.get().begun()))
                .map(run -> run.brokeOff(now)
                        ? " The latest broke off."
                        : run.good()
                                .map(is -> " The latest was not good: " + run.words())
                                .orElse(" One is being made."))
                .orElse("");
        return List.of(new Trouble(
                last + since,
                "Make one: even-harbor-admin backup FOLDER. See also: journalctl -u even-harbor-backup."));
    }
}
