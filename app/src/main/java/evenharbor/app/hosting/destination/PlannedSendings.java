package evenharbor.app.hosting.destination;

import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Publishing to hosts at a time that was planned. */
@Service
@Transactional
public class PlannedSendings {

    private final DestinationRepository destinations;
    private final HostJobs jobs;

    PlannedSendings(DestinationRepository destinations, HostJobs jobs) {
        this.destinations = destinations;
        this.jobs = jobs;
    }

    /** Where a destination of a site is, for people; empty when the site has no such destination. */
    @Transactional(readOnly = true)
    public Optional<String> place(String siteId, String destinationId) {
        return destinations
                .findById(destinationId)
                .filter(destination -> destination.siteId.equals(siteId))
                .map(DestinationEntity::place);
    }

    /** Sends what the draft then holds; a version is saved of it. */
    public void begin(String destinationId) {
        jobs.ask(destinationId, HostJob.Kind.PUBLISH, Optional.empty(), Wishes.NONE, false);
    }
}
