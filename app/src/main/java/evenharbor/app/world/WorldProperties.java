package evenharbor.app.world;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The practice harbor.
 *
 * @param run whether this process runs the stand-ins; of several nodes on one machine one does
 */
@ConfigurationProperties("harbor.world")
public record WorldProperties(boolean run) {}
