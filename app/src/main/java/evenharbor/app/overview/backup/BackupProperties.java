package evenharbor.app.overview.backup;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/** @param within how old the latest good backup may be before that is told; zero where nobody expects any */
@ConfigurationProperties("harbor.backup")
record BackupProperties(Duration within) {}
