package evenharbor.app.when.plan;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks for plans that are due, on whichever node comes first. */
@Configuration
class PlanWatch {

    @Bean
    RecurringTask<Void> planWatchTask(ObjectProvider<PlanWorker> worker) {
        return Tasks.recurring("plan-watch", FixedDelay.ofMillis(500))
                .execute((task, context) -> worker.getObject().sweep());
    }
}
