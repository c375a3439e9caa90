package evenharbor.app.common.outbound;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.classic.methods.HttpHead;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.io.SocketConfig;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.apache.hc.core5.util.Timeout;
import org.springframework.stereotype.Component;

/**
 * Reaches other machines by HTTP and HTTPS: at the very numbers that were judged before, following nothing by itself, and
 * bounded in size and in time as a whole.
 */
@Component
public class OutboundClient {

    private final ScheduledExecutorService ends = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "outbound");
        thread.setDaemon(true);
        return thread;
    });

    /**
     * What came.
     *
     * @param status the status code
     * @param location where it sends on to
     * @param retryAfter the pause that it asks for, in seconds (RFC 9110, section 10.2.3)
     * @param body the first octets of the body, up to the bound
     */
    public record Answer(int status, Optional<String> location, OptionalLong retryAfter, byte[] body) {}

    /**
     * Asks for a URL.
     *
     * @param numbers the numbers to connect to, whatever the name's records say by now
     * @param patience how long it may take from beginning to end
     * @param mostBytes how much of the body is read
     */
    public Answer get(URI uri, List<InetAddress> numbers, Duration patience, int mostBytes) throws IOException {
        return ask(new HttpGet(uri), numbers, patience, mostBytes);
    }

    /** Sends octets to a URL, with headers of their own. */
    public Answer post(
            URI uri,
            Map<String, String> headers,
            byte[] body,
            List<InetAddress> numbers,
            Duration patience,
            int mostBytes)
            throws IOException {
        HttpPost request = new HttpPost(uri);
        headers.forEach(request::setHeader);
        request.setEntity(new ByteArrayEntity(body, null));
        return ask(request, numbers, patience, mostBytes);
    }

    /** Asks whether a URL is there, without its body. */
    public Answer head(URI uri, List<InetAddress> numbers, Duration patience) throws IOException {
        return ask(new HttpHead(uri), numbers, patience, 0);
    }

    private Answer ask(HttpUriRequestBase request, List<InetAddress> numbers, Duration patience, int mostBytes)
            throws IOException {
        ScheduledFuture<?> end = ends.schedule(request::abort, patience.toMillis(), TimeUnit.MILLISECONDS);
        try (CloseableHttpClient client = client(numbers, Timeout.of(patience))) {
            return client.execute(request, response -> {
                Header location = response.getFirstHeader("Location");
                byte[] body = new byte[0];
                if (response.getEntity() != null) {
                    InputStream in = response.getEntity().getContent();
                    body = in.readNBytes(mostBytes);
                }
                // What is left of a long body is not waited for.
                request.abort();
                return new Answer(
                        response.getCode(),
                        Optional.ofNullable(location).map(Header::getValue),
                        seconds(response.getFirstHeader("Retry-After")),
                        body);
            });
        } finally {
            end.cancel(false);
        }
    }

    private static OptionalLong seconds(Header retryAfter) {
        return retryAfter != null && retryAfter.getValue().matches("\\d{1,9}")
                ? OptionalLong.of(Long.parseLong(retryAfter.getValue()))
                : OptionalLong.empty();
    }

    private static CloseableHttpClient client(List<InetAddress> numbers, Timeout patience) {
        return HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(new Pinned(numbers))
                        .setDefaultConnectionConfig(ConnectionConfig.custom()
                                .setConnectTimeout(patience)
                                .setSocketTimeout(patience)
                                .build())
                        .setDefaultSocketConfig(
                                SocketConfig.custom().setSoTimeout(patience).build())
                        .build())
                .setDefaultRequestConfig(
                        RequestConfig.custom().setResponseTimeout(patience).build())
                .disableRedirectHandling()
                .disableAutomaticRetries()
                .disableCookieManagement()
                .disableAuthCaching()
                .setUserAgent("EvenHarbor")
                .build();
    }

    /** Answers with the numbers that were judged, for any name. */
    private record Pinned(List<InetAddress> numbers) implements DnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            if (numbers.isEmpty()) {
                throw new UnknownHostException(host);
            }
            return numbers.toArray(InetAddress[]::new);
        }

        @Override
        public String resolveCanonicalHostname(String host) {
            return host;
        }
    }

    @PreDestroy
    void stop() {
        ends.shutdownNow();
    }
}
