package evenharbor.app.overview.check;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How addresses are visited to see what visitors get.
 *
 * @param patience how long to wait for a page
 * @param inFlight how many addresses are looked at together
 */
@ConfigurationProperties("harbor.check")
public record VisitProperties(Duration patience, int inFlight) {}
