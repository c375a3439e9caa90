package evenharbor.app.practice.world;

import evenharbor.practice.clock.PracticeClock;
import java.time.Clock;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The clock of a practice harbor, which can be moved on. */
@Configuration
@ConditionalOnBooleanProperty("harbor.practice")
class PracticeTime {

    @Bean
    Clock clock() {
        return new PracticeClock(Clock.systemUTC());
    }
}
