package evenharbor.app.where.address;

import evenharbor.app.common.watch.Watch;
import evenharbor.app.where.domain.AddressNeeds;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.DomainChanged;
import java.time.Duration;
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
        Watch forwardsEnd(ObjectProvider<AddressChanges> changes) {
            return new Watch(
                    "forwards-end",
                    Duration.ofSeconds(2),
                    "exists (select 1 from site_address where forwards_until <= :now and held_until is null)",
                    () -> changes.getObject().endForwards());
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
