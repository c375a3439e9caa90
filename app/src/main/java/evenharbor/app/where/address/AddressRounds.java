package evenharbor.app.where.address;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.where.domain.AddressNeeds;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.DomainChanged;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;

/** What addresses do by the clock, and when domains change. */
@Configuration
class AddressRounds {

    private final Addresses addresses;
    private final AddressChanges changes;

    AddressRounds(Addresses addresses, AddressChanges changes) {
        this.addresses = addresses;
        this.changes = changes;
    }

    @Configuration
    static class Job {
        @Bean
        RecurringTask<Void> forwardsEndTask(ObjectProvider<AddressChanges> changes) {
            return Tasks.recurring("forwards-end", FixedDelay.ofSeconds(2))
                    .execute((task, context) -> changes.getObject().endForwards());
        }
    }

    @Bean
    AddressNeeds addressNeeds() {
        return (Domain domain) ->
                addresses.under(domain.id()).stream().map(Address::hostName).collect(Collectors.toSet());
    }

    @EventListener
    void domainChanged(DomainChanged changed) {
        if (changed.gone()) {
            changes.domainGone(changed.domain().id());
        } else {
            changes.domainChanged(changed.domain().id());
        }
    }
}
