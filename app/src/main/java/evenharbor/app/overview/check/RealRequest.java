package evenharbor.app.overview.check;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.route.EdgeRoutes;
import java.util.concurrent.CompletableFuture;
import org.springframework.stereotype.Component;

/** Asks this harbor for a URL over the network, by HTTPS where visitors are sent on to it. */
@Component
class RealRequest {

    private final EdgeRoutes harbor;
    private final HarborProperties properties;
    private final PlainClient plain;
    private final SecureClient secure;

    RealRequest(EdgeRoutes harbor, HarborProperties properties, PlainClient plain, SecureClient secure) {
        this.harbor = harbor;
        this.properties = properties;
        this.plain = plain;
        this.secure = secure;
    }

    /**
     * What came.
     *
     * @param status HTTP status code; 0 when nothing answered
     * @param location where it sends on to; empty when it does not
     */
    record Got(int status, String location) {}

    private static final Got SILENCE = new Got(0, "");

    /** Asks for path and query at a host name. */
    Got ask(String host, String target) {
        String number = properties.visitors().bind();
        CompletableFuture<Got> got = harbor.security(host).sendsOn()
                ? secure.visit(host, number, target)
                        .thenApply(met -> met.answer()
                                .map(answer -> new Got(answer.status(), answer.field("location")))
                                .orElse(SILENCE))
                : plain.ask(host, number, target)
                        .thenApply(answer -> new Got(
                                answer.statusCode(),
                                answer.headers().firstValue("Location").orElse("")));
        return got.exceptionally(e -> SILENCE).join();
    }
}
