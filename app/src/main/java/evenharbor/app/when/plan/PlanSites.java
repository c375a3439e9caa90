package evenharbor.app.when.plan;

import evenharbor.app.who.access.SiteOfThing;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Whose a planned change is. */
@Configuration
class PlanSites {

    @Bean
    SiteOfThing siteOfPlan(PlanRepository repository) {
        return new SiteOfThing("/api/plans/", "This plan", repository::siteOf);
    }
}
