package evenharbor.app;

import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.annotation.Bean;

/** Starts the application. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@ConfigurationPropertiesScan
public class EvenHarbor {

    /** The entry point; arguments are Spring Boot properties. */
    public static void main(String[] arguments) {
        // Addresses are visited at the number that their records say, under their own name.
        System.setProperty("jdk.httpclient.allowRestrictedHeaders", "host");
        Restart.remember(arguments);
        SpringApplication.run(EvenHarbor.class, arguments);
    }

    @Bean
    @ConditionalOnBooleanProperty(name = "harbor.practice", havingValue = false, matchIfMissing = true)
    Clock clock() {
        return Clock.systemUTC();
    }
}
