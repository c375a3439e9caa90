package evenharbor.app.check;

import com.google.common.hash.Hashing;
import evenharbor.app.HarborProperties;
import evenharbor.app.address.Address;
import evenharbor.app.route.Harbor;
import evenharbor.core.address.AddressSight;
import evenharbor.core.domain.InnerNumbers;
import evenharbor.core.route.Decision;
import evenharbor.edge.visit.VisitCounter;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.springframework.stereotype.Component;

/** Opens an address as a visitor would, at the number that its records say, and compares what comes with what should. */
@Component
class Visitor {

    private final Harbor harbor;
    private final HarborProperties properties;
    private final VisitProperties visits;
    private final HttpClient http;

    Visitor(Harbor harbor, HarborProperties properties, VisitProperties visits) {
        this.harbor = harbor;
        this.properties = properties;
        this.visits = visits;
        this.http = HttpClient.newBuilder()
                .connectTimeout(visits.patience())
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
    }

    /** Opens an address at one of these numbers. */
    CompletableFuture<AddressSight.Visit> visit(Address address, List<String> numbers) {
        Decision decision = harbor.decide(address.hostName(), address.path());
        if (decision instanceof Decision.NothingHere) {
            return done(new AddressSight.Visit(
                    false,
                    false,
                    "the site",
                    "nothing here (404): the site is not live",
                    "Put the site live, or publish it."));
        }
        Optional<String> number = numbers.stream().filter(this::allowed).findFirst();
        if (number.isEmpty()) {
            return done(new AddressSight.Visit(
                    true,
                    false,
                    words(decision),
                    "no number that may be visited",
                    "Nothing to do for the moment. We look again."));
        }
        String literal = number.get().indexOf(':') >= 0 ? "[" + number.get() + "]" : number.get();
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://" + literal + ":" + harbor.port() + address.path()))
                .header("Host", address.hostName())
                .header("User-Agent", VisitCounter.CHECKING_AGENT)
                .timeout(visits.patience())
                .build();
        return http.sendAsync(request, HttpResponse.BodyHandlers.ofByteArray())
                .handle((answer, e) -> e == null
                        ? compared(decision, answer)
                        : new AddressSight.Visit(
                                true,
                                false,
                                words(decision),
                                "no answer at " + number.get(),
                                "Nothing to do for the moment. We look again."));
    }

    private static CompletableFuture<AddressSight.Visit> done(AddressSight.Visit visit) {
        return CompletableFuture.completedFuture(visit);
    }

    /** Numbers of networks that are not the public one are visited only where everything is practice. */
    private boolean allowed(String number) {
        return properties.practice() || !InnerNumbers.contains(number);
    }

    private static String words(Decision decision) {
        if (decision instanceof Decision.Serve) {
            return "the site's front page";
        }
        return decision instanceof Decision.Forward forward
                ? "sent on to " + forward.location()
                : "the site, which has no front page";
    }

    private static AddressSight.Visit compared(Decision decision, HttpResponse<byte[]> answer) {
        int status = answer.statusCode();
        if (decision instanceof Decision.Serve serve) {
            boolean same = status == 200
                    && Hashing.sha256()
                            .hashBytes(answer.body())
                            .toString()
                            .equals(serve.file().hash());
            return new AddressSight.Visit(
                    true,
                    same,
                    words(decision),
                    same ? "it came, whole" : "another page came (" + status + ")",
                    same
                            ? ""
                            : "Someone else answers at this name, or a copy of an older page is kept on the way. We look again.");
        }
        if (decision instanceof Decision.Forward forward) {
            String location = answer.headers().firstValue("Location").orElse("");
            boolean same = status == forward.status() && location.equals(forward.location());
            return new AddressSight.Visit(
                    true,
                    same,
                    words(decision),
                    same ? "it leads there" : status + " " + location,
                    same ? "" : "Someone else answers at this name. We look again.");
        }
        return new AddressSight.Visit(
                true,
                false,
                "the site's front page",
                "the site has no front page (" + status + ")",
                "Add an index.html at the top of the site, then publish.");
    }
}
