package evenharbor.app.harbor.route;

import evenharbor.edge.visit.VisitLog;
import java.nio.file.Path;
import java.time.Clock;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Whether and how visits are written down.
 *
 * @param folder where; empty for nowhere
 * @param numbers whether the shortened numbers of visitors are
 * @param days how long each day's file is kept
 */
@ConfigurationProperties("harbor.visits-log")
record VisitLogProperties(String folder, boolean numbers, int days) {

    VisitLogProperties {
        folder = folder == null ? "" : folder;
    }

    boolean kept() {
        return !folder.isBlank();
    }

    VisitLog log(String previewEnding, Clock clock) {
        return new VisitLog(Path.of(folder), days, numbers, previewEnding, clock);
    }
}
