package evenharbor.app.overview.check;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.util.List;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;

/** Looks at the addresses that are due, whichever node comes first. */
@Configuration
class CheckWatch {

    private static final int AT_ONCE = 2_000;

    @Bean
    RecurringTask<Void> addressWatchTask(ObjectProvider<Checks> checks, AddressCheckRepository due, Clock clock) {
        return Tasks.recurring("address-watch", FixedDelay.ofMillis(500)).execute((task, context) -> {
            List<String> ids = due.due(clock.instant(), Limit.of(AT_ONCE));
            if (!ids.isEmpty()) {
                checks.getObject().look(ids);
            }
        });
    }
}
