package evenharbor.app.when.retention;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What the operator decides about keeping things.
 *
 * @param spared how long a content that nothing refers to is spared, by the real clock
 * @param notice how long ahead it is told that a version will be cleaned up
 * @param spacePerAccount the most bytes that an account's sites may hold; 0 for no limit
 */
@ConfigurationProperties("harbor.retention")
public record RetentionProperties(Duration spared, Duration notice, long spacePerAccount) {}
