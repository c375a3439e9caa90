package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.host.HostFault;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;

/**
 * Work at a destination.
 *
 * @param result how it ended, or what is there now that it broke off
 * @param fault what went wrong, told apart; null for nothing
 * @param problem what went wrong, in a sentence; empty for nothing
 * @param mend what to do about it; empty for nothing
 * @param againAt when it is tried again by itself; null when it is not
 */
record HostJobView(
        String id,
        String destinationId,
        HostJob.Kind kind,
        HostJob.State state,
        HostJob.Step step,
        @Schema(nullable = true) Integer version,
        int filesDone,
        int filesTotal,
        long bytesDone,
        long bytesTotal,
        double bytesPerSecond,
        String path,
        String result,
        @Schema(nullable = true) HostFault fault,
        String problem,
        String mend,
        @Schema(nullable = true) Instant againAt,
        Instant startedAt,
        @Schema(nullable = true) Instant finishedAt) {

    static HostJobView of(HostJob job) {
        return new HostJobView(
                job.id,
                job.destinationId,
                job.kind,
                job.state,
                job.step,
                job.version,
                job.filesDone,
                job.filesTotal,
                job.bytesDone,
                job.bytesTotal,
                job.bytesPerSecond,
                job.path,
                job.result,
                job.fault,
                job.problem,
                job.fault == null ? "" : job.fault.mend(),
                job.againAt,
                job.startedAt,
                job.finishedAt);
    }
}
