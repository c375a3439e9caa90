package evenharbor.app.hosting.destination;

import evenharbor.app.harbor.publish.Review;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.VersionMarks;
import evenharbor.app.what.version.Versions;
import evenharbor.core.where.address.Chart;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
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
    private final VersionMarks marks;

    DestinationStands(
            DestinationRepository repository,
            HostJobRepository jobs,
            Hosts hosts,
            Versions versions,
            Drafts drafts,
            Review review,
            VersionMarks marks) {
        this.repository = repository;
        this.jobs = jobs;
        this.hosts = hosts;
        this.versions = versions;
        this.drafts = drafts;
        this.review = review;
        this.marks = marks;
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
        return broken(repository.findBySiteIdOrderByCreatedAt(siteId));
    }

    private static List<BrokenDestination> broken(List<DestinationEntity> destinations) {
        return destinations.stream()
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

    /**
     * What of a site's destinations needs attention.
     *
     * @param broken those at which work broke off and was not taken up again
     * @param late those that hold less than the draft, but for those that follow by themselves
     */
    public record Attention(List<BrokenDestination> broken, List<LateDestination> late) {

        /** Nothing at all. */
        public static final Attention NONE = new Attention(List.of(), List.of());
    }

    /**
     * What of several sites' destinations needs attention, by site; sites without destinations are left out.
     *
     * @param drafts hashes of the manifests of the sites' drafts, by site
     */
    public Map<String, Attention> attention(Map<String, String> drafts) {
        List<DestinationEntity> all = repository.findBySiteIdInOrderByCreatedAt(drafts.keySet());
        if (all.isEmpty()) {
            return Map.of();
        }
        Set<String> underWay = jobs.having(all.stream().map(d -> d.id).toList(), HostJob.State.OPEN);
        List<DestinationEntity> whole = all.stream()
                .filter(d -> !d.follows && standing(d, underWay.contains(d.id)) == Chart.HostStanding.WHOLE)
                .filter(d -> d.currentVersion != null)
                .toList();
        Map<VersionMarks.Key, String> manifests =
                marks.manifests(whole.stream().map(DestinationStands::key).toList());
        Map<String, Integer> behind = new HashMap<>();
        // Of a version that was cleaned up it is not known.
        whole.stream()
                .filter(d -> manifests.containsKey(key(d)))
                .forEach(d -> behind.put(d.id, review.count(manifests.get(key(d)), drafts.get(d.siteId))));
        behind.values().removeIf(count -> count == 0);
        Map<String, String> names = hosts.names(whole.stream()
                .filter(d -> behind.containsKey(d.id))
                .map(d -> d.hostId)
                .collect(Collectors.toSet()));
        return all.stream()
                .collect(Collectors.groupingBy(
                        d -> d.siteId,
                        Collectors.collectingAndThen(
                                Collectors.toList(),
                                ofOne -> new Attention(
                                        broken(ofOne),
                                        ofOne.stream()
                                                .filter(d -> behind.containsKey(d.id))
                                                .map(d -> new LateDestination(
                                                        d.id, names.getOrDefault(d.hostId, ""), behind.get(d.id)))
                                                .toList()))));
    }

    private static VersionMarks.Key key(DestinationEntity destination) {
        return new VersionMarks.Key(destination.siteId, destination.currentVersion);
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
        boolean underWay = !jobs.findByDestinationIdAndStateIn(destination.id, HostJob.State.OPEN)
                .isEmpty();
        return standing(destination, underWay);
    }

    private static Chart.HostStanding standing(DestinationEntity destination, boolean underWay) {
        if (underWay) {
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
