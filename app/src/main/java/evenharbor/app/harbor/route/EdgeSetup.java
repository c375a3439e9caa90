package evenharbor.app.harbor.route;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.audience.PassKey;
import evenharbor.app.harbor.preview.Previews;
import evenharbor.app.where.certificate.Challenges;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.serve.Doorkeeper;
import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The visitor-facing server, as the settings of this harbor have it. */
@Configuration(proxyBeanMethods = false)
class EdgeSetup {

    @Bean
    Edge edge(
            HarborProperties harbor,
            Blobs blobs,
            Previews previews,
            Challenges challenges,
            PassKey key,
            Doorkeeper keeper,
            AppPlace app,
            VisitLogProperties log,
            Clock clock) {
        Edge edge = new Edge(
                new Edge.Setup(
                        harbor.visitors().bind(),
                        harbor.visitors().port(),
                        harbor.visitors().securePort(),
                        0,
                        "." + harbor.previewEnding(),
                        harbor.visitors().hotBytes()),
                blobs,
                previews::at,
                challenges::answer,
                new Door(key.passes(), keeper),
                app.place(),
                clock);
        if (log.kept()) {
            edge.writesTo(log.log("." + harbor.previewEnding(), clock));
        }
        return edge;
    }
}
