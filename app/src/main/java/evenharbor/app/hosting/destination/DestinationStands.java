package evenharbor.app.hosting.destination;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.Versions;
import evenharbor.core.where.address.Chart;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.OptionalInt;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How destinations on hosts stand, for pictures and lists elsewhere. */
@Service
@Transactional(readOnly = true)
public class DestinationStands {

    private final DestinationRepository repository;
    private final HostJobRepository jobs;
    private final Hosts hosts;
    private final Versions versions;
    private final Drafts drafts;
    private final Review review;

    DestinationStands(
            DestinationRepository repository,
            HostJobRepository jobs,
            Hosts hosts,
            Versions versions,
            Drafts drafts,
            Review review) {
        this.repository = repository;
        this.jobs = jobs;
        this.hosts = hosts;
        this.versions = versions;
        this.drafts = drafts;
        this.review = review;
    }

    /**
     * A destination that needs attention.
     *
     * @param id its id
     * @param place how it is called
     */
    public record BrokenDestination(String id, String place) {}

    /** The destinations of a site at which work broke off and was not taken up again. */
    public List<BrokenDestination> broken(String siteId) {
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .filter(destination -> !destination.problem.isEmpty())
                .map(destination -> new BrokenDestination(destination.id, destination.place()))
                .toList();
    }

    /** Where a site is published. @param host what its host is called */
    public record Place(String host, String folder, String url) {}

    /** The destinations of a site, the oldest first. */
    public List<Place> places(String siteId) {
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .map(destination -> new Place(
                        hosts.find(destination.hostId).map(Host::name).orElse(""), destination.folder, destination.url))
                .toList();
    }

    /**
     * A destination whose owner may publish to it.
     *
     * @param id its id
     * @param host what its host is called
     * @param behind how many changes the draft has that are not there
     */
    public record LateDestination(String id, String host, int behind) {}

    /** The destinations of a site that hold less than the draft, but for those that follow by themselves. */
    public List<LateDestination> late(String siteId) {
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .filter(destination -> standing(destination) == Chart.HostStanding.WHOLE && !destination.follows)
                .map(destination -> new LateDestination(
                        destination.id,
                        hosts.find(destination.hostId).map(Host::name).orElse(""),
                        behind(destination).orElse(0)))
                .filter(destination -> destination.behind() > 0)
                .toList();
    }

    /**
     * A copy of a site at a host, which taking the site down here leaves where it is.
     *
     * @param destinationId the destination
     * @param host what the host is called
     * @param place how the destination is called
     * @param version number of the version that is there; null for part of one
     */
    public record HostCopy(
            String destinationId,
            String host,
            String place,
            @Schema(nullable = true) Integer version) {}

    /** The copies of a site at hosts. */
    public List<HostCopy> copies(String siteId) {
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .filter(destination -> destination.state == DestinationEntity.State.HOLDS
                        || destination.state == DestinationEntity.State.PARTLY)
                .map(destination -> new HostCopy(
                        destination.id,
                        hosts.find(destination.hostId).map(Host::name).orElse(""),
                        destination.place(),
                        destination.currentVersion))
                .toList();
    }

    /** The destinations of a site, for its chart. */
    public List<Chart.HostStand> forChart(String siteId) {
        return repository.findBySiteIdOrderByCreatedAt(siteId).stream()
                .map(destination -> new Chart.HostStand(
                        destination.id,
                        destination.place().replaceFirst("^https?://", ""),
                        hosts.find(destination.hostId).map(Host::name).orElse(""),
                        standing(destination),
                        destination.currentVersion == null
                                ? OptionalInt.empty()
                                : OptionalInt.of(destination.currentVersion),
                        destination.differingPaths,
                        behind(destination).orElse(0)))
                .toList();
    }

    private Chart.HostStanding standing(DestinationEntity destination) {
        if (!jobs.findByDestinationIdAndStateIn(destination.id, HostJob.State.OPEN)
                .isEmpty()) {
            return Chart.HostStanding.UNDER_WAY;
        }
        if (!destination.problem.isEmpty()) {
            return Chart.HostStanding.BROKEN;
        }
        return switch (destination.state) {
            case HOLDS -> Chart.HostStanding.WHOLE;
            case PARTLY -> Chart.HostStanding.UNDER_WAY;
            case EMPTY, TAKEN_DOWN -> Chart.HostStanding.EMPTY;
        };
    }

    /** How many changes the draft has that are not at a destination; empty when no version is there. */
    OptionalInt behind(DestinationEntity destination) {
        return destination.currentVersion == null
                ? OptionalInt.empty()
                : OptionalInt.of(review.between(
                                versions.find(destination.siteId, destination.currentVersion)
                                        .orElseThrow()
                                        .manifest(),
                                drafts.find(destination.siteId).manifest())
                        .count());
    }
}
