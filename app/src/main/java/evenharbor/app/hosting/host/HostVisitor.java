package evenharbor.app.hosting.host;

import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.hosting.transfer.HostTrouble;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Looks at what visitors see of a host's folder. */
@Component
class HostVisitor {

    private static final Duration PATIENCE = Duration.ofSeconds(8);

    /** More than what the test writes is not read. */
    private static final int MOST_BYTES = 64 * 1024;

    private final HostNumbers numbers;
    private final OutboundClient client;

    HostVisitor(HostNumbers numbers, OutboundClient client) {
        this.numbers = numbers;
        this.client = client;
    }

    /** What was seen: the status, and whether it was the text that was looked for. */
    record Seen(int status, boolean same) {}

    /** Asks for a file under a URL that ends with a slash. @return empty when nothing answers */
    Optional<Seen> look(String url, String path, String text) {
        try {
            URI uri = URI.create(url).resolve(path);
            OutboundClient.Answer answer = ask(uri);
            if (answer.status() / 100 == 3) {
                Optional<URI> onward = answer.location().map(uri::resolve);
                if (onward.isPresent() && onward.get().getPath().equals(uri.getPath())) {
                    answer = ask(onward.get());
                }
            }
            boolean same =
                    new String(answer.body(), StandardCharsets.UTF_8).strip().equals(text);
            return Optional.of(new Seen(answer.status(), same && answer.status() == 200));
        } catch (IOException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private OutboundClient.Answer ask(URI uri) throws IOException {
        if (uri.getHost() == null) {
            throw new HostTrouble(evenharbor.core.hosting.host.HostFault.NAME_UNKNOWN, uri.toString());
        }
        return client.get(uri, numbers.of(uri.getHost()), PATIENCE, MOST_BYTES);
    }
}
