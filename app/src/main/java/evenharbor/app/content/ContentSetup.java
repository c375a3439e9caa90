package evenharbor.app.content;

import evenharbor.app.HarborProperties;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where contents are kept: a directory under the harbor's home. */
@Configuration
class ContentSetup {

    @Bean
    Blobs blobs(HarborProperties harbor) throws IOException {
        return new DirectoryBlobs(harbor.home().resolve("blobs"));
    }
}
