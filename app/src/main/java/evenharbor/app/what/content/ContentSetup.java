package evenharbor.app.what.content;

import evenharbor.app.HarborProperties;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where contents are kept: a directory under the harbor's home. */
@Configuration
class ContentSetup {

    /** Longer than any transfer lasts. */
    private static final Duration LONGEST_IN_USE = Duration.ofDays(1);

    @Bean
    Blobs blobs(HarborProperties harbor) throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(harbor.home().resolve("blobs"));
        // Files carry the time of the disk's clock, which the practice clock does not move.
        blobs.tidy(Instant.now().minus(LONGEST_IN_USE));
        return blobs;
    }
}
