package evenharbor.app.hosting.destination;

import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.hosting.host.Protocol;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Destinations on hosts over HTTP: where a site is published, what a publish would do, what others did there. */
@RestController
@RequestMapping("/api")
class DestinationController {

    private final Destinations destinations;
    private final Plans plans;
    private final RemoteEdits theirs;
    private final Hosts hosts;
    private final DestinationStands stands;

    DestinationController(
            Destinations destinations, Plans plans, RemoteEdits theirs, Hosts hosts, DestinationStands stands) {
        this.destinations = destinations;
        this.plans = plans;
        this.theirs = theirs;
        this.hosts = hosts;
        this.stands = stands;
    }

    /**
     * A destination.
     *
     * @param currentVersion number of the version that is there; null for none
     * @param previousVersion number of the version that was there before it was taken down; null for none
     * @param differingPaths at how many paths something else was seen there than the version has: it was held back, or others did it
     * @param behind how many changes the draft has that are not there; null when nothing is
     * @param problem what went wrong last; empty when nothing did since
     */
    record DestinationView(
            String id,
            String siteId,
            String hostId,
            String hostName,
            Protocol protocol,
            String folder,
            String url,
            boolean follows,
            DestinationEntity.Carries carries,
            DestinationEntity.State state,
            @Schema(nullable = true) Integer currentVersion,
            @Schema(nullable = true) Integer previousVersion,
            int differingPaths,
            @Schema(nullable = true) Integer behind,
            @Schema(nullable = true) Instant lookedAt,
            @Schema(nullable = true) Instant succeededAt,
            @Schema(nullable = true) Instant failedAt,
            String problem,
            long revision,
            @Schema(nullable = true) HostJobView job) {}

    record DestinationForm(
            @NotNull(message = "Name the folder, or none.")
            @Size(max = 500, message = "A folder has at most 500 letters.")
            String folder,

            @NotNull(message = "Give the URL, or none.") @Size(max = 500, message = "A URL has at most 500 letters.")
            String url,

            boolean follows,

            @NotNull(message = "Say how redirects go along.")
            DestinationEntity.Carries carries) {

        Destinations.Wanted wanted() {
            return new Destinations.Wanted(folder, url, follows, carries);
        }
    }

    record NewDestination(
            @NotNull(message = "Choose a host.") String hostId,

            @Valid @NotNull(message = "Say where on the host.")
            DestinationForm at) {}

    record Taking(
            @NotEmpty(message = "Name the files to take.") @Size(max = 200, message = "Take at most 200 files at once.")
            List<String> paths,

            @Schema(nullable = true) Long draftRevision) {}

    record Taken(long draftRevision) {}

    @GetMapping("/sites/{siteId}/destinations")
    List<DestinationView> ofSite(@PathVariable String siteId) {
        return destinations.ofSite(siteId).stream().map(this::view).toList();
    }

    @GetMapping("/destinations/{id}")
    DestinationView one(@PathVariable String id) {
        return view(destinations.watched(id));
    }

    private DestinationView view(Destinations.Watched watched) {
        DestinationEntity d = watched.destination();
        Host host = hosts.mine(d.hostId);
        OptionalInt behind = stands.behind(d);
        return new DestinationView(
                d.id,
                d.siteId,
                d.hostId,
                host.name(),
                host.protocol(),
                d.folder,
                d.url,
                d.follows,
                d.carries,
                d.state,
                d.currentVersion,
                d.previousVersion,
                d.differingPaths,
                behind.isPresent() ? behind.getAsInt() : null,
                d.lookedAt,
                d.succeededAt,
                d.failedAt,
                d.problem,
                d.revision,
                watched.work().map(HostJobView::of).orElse(null));
    }

    @PostMapping("/sites/{siteId}/destinations")
    @ResponseStatus(HttpStatus.CREATED)
    DestinationView add(@PathVariable String siteId, @Valid @RequestBody NewDestination form) {
        return one(destinations.add(siteId, form.hostId(), form.at().wanted()).id);
    }

    @PutMapping("/destinations/{id}")
    DestinationView change(
            @PathVariable String id,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody DestinationForm form) {
        return one(destinations.change(id, form.wanted(), IfMatch.revision(ifMatch)).id);
    }

    @DeleteMapping("/destinations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        destinations.remove(id);
    }

    /** What a publish would do, from what was seen there last. */
    @GetMapping("/destinations/{id}/plan")
    Plans.PlanView plan(@PathVariable String id, @RequestParam(required = false) Integer version) {
        return plans.of(id, Optional.ofNullable(version));
    }

    /** A file as it is there, beside ours. */
    @GetMapping("/destinations/{id}/theirs")
    RemoteEdits.TheirFile theirs(@PathVariable String id, @RequestParam String path) {
        return theirs.show(id, path);
    }

    /** Takes files into the draft as they are there. */
    @PostMapping("/destinations/{id}/imports")
    Taken take(@PathVariable String id, @Valid @RequestBody Taking form) {
        OptionalLong revision =
                form.draftRevision() == null ? OptionalLong.empty() : OptionalLong.of(form.draftRevision());
        return new Taken(theirs.take(id, form.paths(), revision).revision());
    }
}
