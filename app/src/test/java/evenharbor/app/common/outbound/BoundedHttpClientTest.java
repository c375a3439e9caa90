package evenharbor.app.common.outbound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** A server that goes on for ever is left. */
@Timeout(60)
class BoundedHttpClientTest {

    private final HttpClient client = new BoundedHttpClient(HttpClient.newHttpClient(), 10_000, Duration.ofMillis(700));
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private HttpServer server;

    @BeforeEach
    void serve() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(threads);
        server.createContext("/whole", exchange -> {
            exchange.sendResponseHeaders(200, 10_000);
            try (OutputStream out = exchange.getResponseBody()) {
                out.write("x".repeat(10_000).getBytes(StandardCharsets.US_ASCII));
            }
        });
        server.createContext(
                "/endless",
                exchange -> goOn(exchange.getResponseBody(), 4_096, 0, () -> exchange.sendResponseHeaders(200, 0)));
        server.createContext(
                "/dribbling",
                exchange -> goOn(exchange.getResponseBody(), 1, 50, () -> exchange.sendResponseHeaders(200, 0)));
        server.createContext(
                "/silent",
                exchange -> goOn(exchange.getResponseBody(), 1, 30_000, () -> exchange.sendResponseHeaders(200, 0)));
        server.start();
    }

    private interface Head {
        void send() throws IOException;
    }

    private static void goOn(OutputStream out, int bytes, long pauseMillis, Head head) throws IOException {
        head.send();
        try (out) {
            while (true) {
                out.write(new byte[bytes]);
                out.flush();
                Thread.sleep(pauseMillis);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @AfterEach
    void stop() {
        server.stop(0);
        threads.shutdownNow();
    }

    private byte[] read(String path) throws IOException, InterruptedException {
        URI uri = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + path);
        try (InputStream in = client.send(
                        HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofInputStream())
                .body()) {
            return in.readAllBytes();
        }
    }

    @Test
    void whatIsNotTooLongComesWhole() throws Exception {
        assertThat(read("/whole")).hasSize(10_000);
    }

    @Test
    void whatGoesOnIsLeft() {
        assertThatThrownBy(() -> read("/endless"))
                .isInstanceOf(IOException.class)
                .hasStackTraceContaining("longer than any that is of use");
        assertThatThrownBy(() -> read("/dribbling"))
                .isInstanceOf(IOException.class)
                .hasStackTraceContaining("does not end");
        assertThatThrownBy(() -> read("/silent"))
                .isInstanceOf(IOException.class)
                .hasStackTraceContaining("does not end");
    }
}
