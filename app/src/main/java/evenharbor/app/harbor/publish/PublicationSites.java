package evenharbor.app.harbor.publish;

import evenharbor.app.who.access.SiteOfThing;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Whose a publish is. */
@Configuration
class PublicationSites {

    @Bean
    SiteOfThing siteOfPublication(PublicationRepository repository) {
        return new SiteOfThing(
                "/api/publications/",
                "This publish",
                id -> repository.findById(id).map(publication -> publication.siteId));
    }
}
