package evenharbor.app.hosting.destination;

import evenharbor.app.who.access.SiteOfThing;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Whose a destination is, and the work at it. */
@Configuration
class DestinationSites {

    @Bean
    SiteOfThing siteOfDestination(DestinationRepository repository) {
        return new SiteOfThing("/api/destinations/", "This destination", id -> site(repository, id));
    }

    @Bean
    SiteOfThing siteOfHostJob(HostJobRepository jobs, DestinationRepository repository) {
        return new SiteOfThing(
                "/api/host-jobs/",
                "This work",
                id -> jobs.findById(id).flatMap(job -> site(repository, job.destinationId)));
    }

    private static Optional<String> site(DestinationRepository repository, String id) {
        return repository.findById(id).map(destination -> destination.siteId);
    }
}
