package evenharbor.app.hosting.destination;

import evenharbor.app.who.access.RepeatKeys;
import evenharbor.core.hosting.destination.HostPlan;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Work at destinations over HTTP. */
@RestController
@RequestMapping("/api")
class HostJobController {

    private final HostJobs jobs;
    private final RepeatKeys repeats;

    HostJobController(HostJobs jobs, RepeatKeys repeats) {
        this.jobs = jobs;
        this.repeats = repeats;
    }

    /**
     * Work that is asked for; what is null is not wished.
     *
     * @param version number of the version to publish; null for the draft
     */
    record NewHostJob(
            @NotNull(message = "Say what shall be done.") HostJob.Kind kind,
            @Schema(nullable = true) Integer version,
            @Schema(nullable = true) Set<String> heldBack,
            @Schema(nullable = true) Set<String> sentAnyway,
            boolean everything,
            @Schema(nullable = true) Map<String, HostPlan.Decision> decisions,
            @Schema(nullable = true) Set<String> removed,
            boolean notice,
            boolean rightsConfirmed) {

        Wishes wishes() {
            return new Wishes(
                    heldBack == null ? Set.of() : heldBack,
                    sentAnyway == null ? Set.of() : sentAnyway,
                    everything,
                    decisions == null ? Map.of() : decisions,
                    removed == null ? Set.of() : removed,
                    notice);
        }
    }

    @PostMapping("/destinations/{id}/jobs")
    @ResponseStatus(HttpStatus.ACCEPTED)
    HostJobView ask(
            @PathVariable String id,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @Valid @RequestBody NewHostJob form) {
        String job = repeats.once(
                key,
                "host-job",
                () -> jobs.ask(
                        id, form.kind(), Optional.ofNullable(form.version()), form.wishes(), form.rightsConfirmed()));
        return HostJobView.of(jobs.mine(job));
    }

    @GetMapping("/host-jobs/{id}")
    HostJobView job(@PathVariable String id) {
        return HostJobView.of(jobs.mine(id));
    }

    @PostMapping("/host-jobs/{id}/pause")
    HostJobView pause(@PathVariable String id) {
        return HostJobView.of(jobs.pause(id));
    }

    @PostMapping("/host-jobs/{id}/resume")
    HostJobView resume(@PathVariable String id) {
        return HostJobView.of(jobs.resume(id));
    }

    @DeleteMapping("/host-jobs/{id}")
    HostJobView stop(@PathVariable String id) {
        return HostJobView.of(jobs.stop(id));
    }
}
