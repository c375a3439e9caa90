package evenharbor.app.overview.check;

import com.google.common.hash.Hashing;
import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.route.EdgeRoutes;
import evenharbor.app.where.address.Address;
import evenharbor.core.harbor.route.Decision;
import evenharbor.core.where.address.AddressSight;
import evenharbor.core.where.domain.InnerNumbers;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.springframework.stereotype.Component;

/** Opens an address as a visitor would, at the number that its records say, and compares what comes with what should. */
@Component
class Visitor {

    private final EdgeRoutes harbor;
    private final HarborProperties properties;
    private final PlainClient plain;
    private final SecureClient secure;

    Visitor(EdgeRoutes harbor, HarborProperties properties, PlainClient plain, SecureClient secure) {
        this.harbor = harbor;
        this.properties = properties;
        this.plain = plain;
        this.secure = secure;
    }

    /** Opens an address at one of these numbers: by HTTPS, where visitors are sent on to it. */
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
        Optional<String> number = allowed(numbers);
        if (number.isEmpty()) {
            return done(new AddressSight.Visit(
                    true,
                    false,
                    words(decision),
                    "no number that may be visited",
                    "Nothing to do for the moment. We look again."));
        }
        if (harbor.security(address.hostName()).sendsOn()) {
            return secure.visit(address.hostName(), number.get(), address.path())
                    .thenApply(met -> met.answer()
                            .map(answer -> compared(decision, answer.status(), answer.field("location"), answer.body()))
                            .orElseGet(() -> silent(decision, number.get())));
        }
        return plain(address, number.get())
                .handle((answer, e) -> e == null
                        ? compared(
                                decision,
                                answer.statusCode(),
                                answer.headers().firstValue("Location").orElse(""),
                                answer.body())
                        : silent(decision, number.get()));
    }

    private static AddressSight.Visit silent(Decision decision, String number) {
        return new AddressSight.Visit(
                true, false, words(decision), "no answer at " + number, "Nothing to do for the moment. We look again.");
    }

    private CompletableFuture<HttpResponse<byte[]>> plain(Address address, String number) {
        return plain.ask(address.hostName(), number, address.path());
    }

    private Optional<String> allowed(List<String> numbers) {
        return numbers.stream().filter(this::allowed).findFirst();
    }

    /** Makes a real handshake with an address, and judges what it is shown as a browser would. */
    CompletableFuture<AddressSight.Visit> handshake(Address address, List<String> numbers) {
        return allowed(numbers)
                .map(number ->
                        secure.visit(address.hostName(), number, address.path()).thenApply(SecureClient.Met::visit))
                .orElseGet(() -> done(AddressSight.Visit.NONE));
    }

    /** Opens an address by plain HTTP, and looks whether it sends on to HTTPS. */
    CompletableFuture<AddressSight.Visit> sentOn(Address address, List<String> numbers) {
        String expected = "sent on to https://" + address.hostName();
        Optional<String> number = allowed(numbers);
        if (number.isEmpty()) {
            return done(AddressSight.Visit.NONE);
        }
        if (!harbor.security(address.hostName()).sendsOn()) {
            return done(new AddressSight.Visit(
                    true,
                    false,
                    expected,
                    "pages are given by plain HTTP, too",
                    "Switch sending on on, so that nobody reads along or changes what visitors get."));
        }
        return plain(address, number.get()).handle((answer, e) -> {
            String location =
                    e == null ? answer.headers().firstValue("Location").orElse("") : "";
            boolean right = location.startsWith("https://" + address.hostName());
            return new AddressSight.Visit(
                    true,
                    right,
                    expected,
                    right ? "it was sent on" : e == null ? answer.statusCode() + " " + location : "no answer",
                    right ? "" : "Someone else answers at this name by plain HTTP. We look again.");
        });
    }

    private static CompletableFuture<AddressSight.Visit> done(AddressSight.Visit visit) {
        return CompletableFuture.completedFuture(visit);
    }

    /** Numbers of networks that are not the public one are visited only where everything is practice. */
    private boolean allowed(String number) {
        return properties.practice() || properties.privateNetworks() || !InnerNumbers.contains(number);
    }

    private static String words(Decision decision) {
        if (decision instanceof Decision.Serve) {
            return "the site's front page";
        }
        if (decision instanceof Decision.Ask) {
            return "asked whether they may come in";
        }
        if (decision instanceof Decision.Closed) {
            return "the notice that the site is closed";
        }
        return decision instanceof Decision.Forward forward
                ? "sent on to " + forward.location()
                : "the site, which has no front page";
    }

    private static AddressSight.Visit compared(Decision decision, int status, String location, byte[] body) {
        if (decision instanceof Decision.Serve serve) {
            boolean same = status == 200
                    && Hashing.sha256()
                            .hashBytes(body)
                            .toString()
                            .equals(serve.file().hash());
            return new AddressSight.Visit(
                    true,
                    same,
                    words(decision),
                    same ? "the whole page loaded" : "another page came (" + status + ")",
                    same
                            ? ""
                            : "Someone else answers at this name, or a copy of an older page is kept on the way. We look again.");
        }
        if (decision instanceof Decision.Forward forward) {
            boolean same = status == forward.status() && location.equals(forward.location());
            return new AddressSight.Visit(
                    true,
                    same,
                    words(decision),
                    same ? "it leads there" : status + " " + location,
                    same ? "" : "Someone else answers at this name. We look again.");
        }
        if (decision instanceof Decision.Ask) {
            return answered(decision, status, 403, "visitors are asked first");
        }
        if (decision instanceof Decision.Closed) {
            return answered(decision, status, 503, "the notice came");
        }
        return new AddressSight.Visit(
                true,
                false,
                "the site's front page",
                "the site has no front page (" + status + ")",
                "Add an index.html at the top of the site, then publish.");
    }

    /** What is told by its status alone. */
    private static AddressSight.Visit answered(Decision decision, int status, int wanted, String came) {
        boolean same = status == wanted;
        return new AddressSight.Visit(
                true,
                same,
                words(decision),
                same ? came : "another page came (" + status + ")",
                same ? "" : "Someone else answers at this name. We look again.");
    }
}
