package evenharbor.app.check;

import evenharbor.app.HarborProperties;
import evenharbor.app.route.Harbor;
import evenharbor.edge.visit.VisitCounter;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.springframework.stereotype.Component;

/** Asks this harbor for a URL as a visitor would, over the network, and follows nothing. It is not counted as a visit. */
@Component
class RealRequest {

    private final Harbor harbor;
    private final HarborProperties properties;
    private final VisitProperties visits;
    private final SecureClient secure;
    private final HttpClient http;

    RealRequest(Harbor harbor, HarborProperties properties, VisitProperties visits, SecureClient secure) {
        this.harbor = harbor;
        this.properties = properties;
        this.visits = visits;
        this.secure = secure;
        this.http = HttpClient.newBuilder()
                .connectTimeout(visits.patience())
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
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
        if (harbor.security(host).sendsOn()) {
            return secure.visit(host, number, target)
                    .thenApply(met -> met.answer()
                            .map(answer -> new Got(answer.status(), answer.field("location")))
                            .orElse(SILENCE))
                    .join();
        }
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://" + number + ":" + harbor.port() + target))
                .header("Host", host)
                .header("User-Agent", VisitCounter.CHECKING_AGENT)
                .timeout(visits.patience())
                .build();
        try {
            HttpResponse<Void> answer = http.send(request, HttpResponse.BodyHandlers.discarding());
            return new Got(
                    answer.statusCode(), answer.headers().firstValue("Location").orElse(""));
        } catch (IOException e) {
            return SILENCE;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return SILENCE;
        }
    }
}
