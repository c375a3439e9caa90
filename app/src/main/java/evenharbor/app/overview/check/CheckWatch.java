package evenharbor.app.overview.check;

import evenharbor.app.common.watch.Watch;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.domain.Limit;

/** Looks at the addresses that are due, whichever node comes first. */
@Configuration
class CheckWatch {

    /** A round looks at no more: when very much changes at once, people who ask for something come first. */
    private static final int AT_ONCE = 32;

    @Bean
    Watch addressWatching(ObjectProvider<Checks> checks, AddressCheckRepository due, Clock clock) {
        return new Watch(
                "address-watch",
                Duration.ofMillis(500),
                "exists (select 1 from address_check where next_look_at <= :now)",
                () -> {
                    List<String> ids = due.due(clock.instant(), Limit.of(AT_ONCE));
                    if (!ids.isEmpty()) {
                        checks.getObject().look(ids);
                    }
                });
    }
}
