package evenharbor.app.overview.arrival;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Folders of this machine that can be the source of sites.
 *
 * @param opened those that the operator opens, by the name that owners see; whoever owns a site here may read them
 * @param rest after so long without a change a folder rests
 */
@ConfigurationProperties("harbor.watched-folders")
record WatchedFolderProperties(Map<String, Path> opened, Duration rest) {

    WatchedFolderProperties {
        opened = opened == null ? Map.of() : Map.copyOf(opened);
    }
}
