package evenharbor.app.hosting.host;

import evenharbor.app.hosting.transfer.HostTrouble;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Looks at what visitors see of a host's folder. */
@Component
class HostVisitor {

    private static final Duration PATIENCE = Duration.ofSeconds(8);

    private final HostNumbers numbers;
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    HostVisitor(HostNumbers numbers) {
        this.numbers = numbers;
    }

    /** What was seen: the status, and whether it was the text that was looked for. */
    record Seen(int status, boolean same) {}

    /** Asks for a file under a URL that ends with a slash. @return empty when nothing answers */
    Optional<Seen> look(String url, String path, String text) {
        try {
            URI uri = URI.create(url).resolve(path);
            InetAddress number = numbers.of(uri.getHost()).get(0);
            HttpResponse<byte[]> answer = ask(uri, number);
            if (answer.statusCode() / 100 == 3) {
                Optional<URI> onward = answer.headers().firstValue("Location").map(uri::resolve);
                if (onward.isPresent() && onward.get().getPath().equals(uri.getPath())) {
                    answer =
                            ask(onward.get(), numbers.of(onward.get().getHost()).get(0));
                }
            }
            boolean same =
                    new String(answer.body(), StandardCharsets.UTF_8).strip().equals(text);
            return Optional.of(new Seen(answer.statusCode(), same && answer.statusCode() == 200));
        } catch (HostTrouble | IllegalArgumentException e) {
            return Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /** By HTTP the number that was looked up is asked, so that it is the one that was found to be allowed. */
    private HttpResponse<byte[]> ask(URI uri, InetAddress number) throws IOException, InterruptedException {
        boolean plain = uri.getScheme().equals("http");
        String literal =
                number.getAddress().length == 16 ? "[" + number.getHostAddress() + "]" : number.getHostAddress();
        String port = uri.getPort() < 0 ? "" : ":" + uri.getPort();
        URI asked = plain ? URI.create("http://" + literal + port + uri.getRawPath()) : uri;
        HttpRequest.Builder request = HttpRequest.newBuilder(asked).timeout(PATIENCE);
        if (plain) {
            request.header("Host", uri.getHost() + port);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }
}
