package evenharbor.app.overview.check;

import evenharbor.edge.Edge;
import evenharbor.edge.visit.VisitCounter;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.CompletableFuture;
import org.springframework.stereotype.Component;

/** Asks for pages by plain HTTP as a visitor would, over the network, and follows nothing. It is not counted as a visit. */
@Component
class PlainClient {

    private final Edge edge;
    private final VisitProperties visits;
    private final HttpClient http;

    PlainClient(Edge edge, VisitProperties visits) {
        this.edge = edge;
        this.visits = visits;
        this.http = HttpClient.newBuilder()
                .connectTimeout(visits.patience())
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
    }

    /** Asks the machine with a number (IPv4 or IPv6 literal) for path and query at a host name. */
    CompletableFuture<HttpResponse<byte[]>> ask(String host, String number, String target) {
        String literal = number.indexOf(':') >= 0 ? "[" + number + "]" : number;
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://" + literal + ":" + edge.port() + target))
                .header("Host", host)
                .header("User-Agent", VisitCounter.CHECKING_AGENT)
                .timeout(visits.patience())
                .build();
        return http.sendAsync(request, HttpResponse.BodyHandlers.ofByteArray());
    }
}
