package evenharbor.app.hosting.host;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How hosts are reached.
 *
 * @param folders folders of this machine that are open for publishing, by the name that owners see
 * @param numbers addresses of names that DNS does not know, such as those of the practice harbor
 * @param retry how long to wait before a dropped connection is taken up again; doubled each time
 * @param tries how often it is taken up again
 */
@ConfigurationProperties("harbor.hosts")
public record HostProperties(Map<String, Path> folders, Map<String, String> numbers, Duration retry, int tries) {}
