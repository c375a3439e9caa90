package evenharbor.app.when.plan;

import evenharbor.app.common.watch.Watch;
import java.time.Duration;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks for plans that are due, on whichever node comes first. */
@Configuration
class PlanWatch {

    @Bean
    Watch planWatching(ObjectProvider<PlanWorker> worker) {
        return new Watch(
                "plan-watch",
                Duration.ofMillis(500),
                "exists (select 1 from plan where next_at <= :now)",
                () -> worker.getObject().sweep());
    }
}
