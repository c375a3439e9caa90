package evenharbor.app.harbor.publish;

import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The publish job as the scheduler knows it: one task, one instance a publication. */
@Configuration
class PublishJob {

    static final String TASK = "publish";

    @Bean
    OneTimeTask<Void> publishTask(ObjectProvider<Publisher> publisher) {
        return Tasks.oneTime(TASK)
                .execute((TaskInstance<Void> task, ExecutionContext context) ->
                        publisher.getObject().carryOut(task.getId()));
    }
}
