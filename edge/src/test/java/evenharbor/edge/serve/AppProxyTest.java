package evenharbor.edge.serve;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What goes on to the application, and what comes back: all of it, and nothing that a stranger says of proxies. */
class AppProxyTest {

    private static final byte[] MUCH = new byte[20 << 20];

    private final Server application = new Server();
    private final ServerConnector behind = new ServerConnector(application);
    private final Server front = new Server();
    private final ServerConnector door = new ServerConnector(front);

    /** Tells the head of what came, and sends its body back. */
    private static final class Telling extends Handler.Abstract {
        @Override
        public boolean handle(Request request, Response response, Callback callback) throws Exception {
            String head = request.getHeaders().stream()
                    .map(field -> field.getName().toLowerCase(Locale.ROOT) + "=" + field.getValue())
                    .collect(Collectors.joining("|"));
            response.getHeaders().put("Head", request.getHttpURI().getPathQuery() + "|" + head);
            try (InputStream in = Content.Source.asInputStream(request);
                    OutputStream out = Content.Sink.asOutputStream(response)) {
                out.write(in.readAllBytes());
            }
            callback.succeeded();
            return true;
        }
    }

    private static final class Sites extends Handler.Abstract {
        @Override
        public boolean handle(Request request, Response response, Callback callback) {
            Content.Sink.write(response, true, "a site", callback);
            return true;
        }
    }

    @BeforeEach
    void start() throws Exception {
        application.addConnector(behind);
        application.setHandler(new Telling());
        application.start();
        front.addConnector(door);
        door.addBean(new DribbleGuard(door.getScheduler(), 1_000));
        AppProxy.Place place = new AppProxy.Place(Set.of("app.example"), "127.0.0.1", behind::getLocalPort, "the pass");
        AppDoor sites = new AppDoor(new Sites(), place, host -> true, () -> 443);
        // Stands for TLS: what comes at this door is secure.
        front.setHandler(new Handler.Wrapper(sites) {
            @Override
            public boolean handle(Request request, Response response, Callback callback) throws Exception {
                return super.handle(
                        new Request.Wrapper(request) {
                            @Override
                            public boolean isSecure() {
                                return true;
                            }
                        },
                        response,
                        callback);
            }
        });
        front.start();
    }

    @AfterEach
    void stop() throws Exception {
        front.stop();
        application.stop();
    }

    private String asked(String head) throws Exception {
        try (Socket socket = new Socket("127.0.0.1", door.getLocalPort())) {
            socket.getOutputStream().write((head + "Connection: close\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void whatAStrangerSaysOfProxiesIsTakenOff() throws Exception {
        String answer = asked("GET /a%20b?c=%20d HTTP/1.1\r\nHost: app.example:8443\r\nX-Forwarded-For: 203.0.113.9\r\n"
                + "X-Forwarded-Proto: http\r\nForwarded: for=203.0.113.9\r\nX-Forwarded-Host: evil.example\r\n"
                + "X-Harbor-Edge: guessed\r\nCookie: a=b\r\n");
        assertThat(answer)
                .contains("/a%20b?c=%20d|")
                .contains("host=app.example:8443")
                .contains("cookie=a=b")
                .contains("x-forwarded-for=127.0.0.1")
                .contains("x-forwarded-proto=https")
                .contains("x-harbor-edge=the pass")
                .doesNotContain("203.0.113.9")
                .doesNotContain("evil.example")
                .doesNotContain("guessed");
    }

    @Test
    void otherNamesAreSites() throws Exception {
        assertThat(asked("GET / HTTP/1.1\r\nHost: other.example\r\n")).endsWith("a site");
    }

    @Test
    void muchGoesThroughBothWays() throws Exception {
        HttpResponse<byte[]> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + door.getLocalPort() + "/up"))
                                .header("Host", "app.example")
                                .PUT(HttpRequest.BodyPublishers.ofByteArray(MUCH))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body()).hasSize(MUCH.length);
    }

    /** Whoever is signed in may have a slow line; who dribbles at a site is ended. */
    @Test
    void aSlowUploadIsLeftAloneWhereADribbledRequestIsEnded() throws Exception {
        try (Socket upload = new Socket("127.0.0.1", door.getLocalPort());
                Socket dribble = new Socket("127.0.0.1", door.getLocalPort())) {
            dribble.setSoTimeout(100);
            upload.getOutputStream()
                    .write("PUT /up HTTP/1.1\r\nHost: app.example\r\nConnection: close\r\nContent-Length: 1000\r\n\r\n"
                            .getBytes(StandardCharsets.US_ASCII));
            dribble.getOutputStream()
                    .write("GET / HTTP/1.1\r\nHost: other.example\r\nX: ".getBytes(StandardCharsets.US_ASCII));
            int sent = 0;
            boolean ended = false;
            while (!ended && sent < 900) {
                upload.getOutputStream().write('x');
                sent++;
                try {
                    dribble.getOutputStream().write('x');
                    ended = dribble.getInputStream().read() < 0;
                } catch (SocketTimeoutException e) {
                    // Nothing yet.
                } catch (IOException e) {
                    ended = true;
                }
            }
            assertThat(ended).isTrue();
            upload.getOutputStream().write("x".repeat(1000 - sent).getBytes(StandardCharsets.US_ASCII));
            assertThat(new String(upload.getInputStream().readAllBytes(), StandardCharsets.US_ASCII))
                    .startsWith("HTTP/1.1 200")
                    .endsWith("x".repeat(1000));
        }
    }

    @Test
    void anApplicationThatIsAwayIsTold() throws Exception {
        application.stop();
        assertThat(asked("GET / HTTP/1.1\r\nHost: app.example\r\n"))
                .startsWith("HTTP/1.1 503")
                .contains("Retry-After")
                .contains("Sites go on being served");
        assertThat(asked("GET / HTTP/1.1\r\nHost: other.example\r\n")).endsWith("a site");
    }
}
