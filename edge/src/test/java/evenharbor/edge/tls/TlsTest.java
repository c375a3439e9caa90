package evenharbor.edge.tls;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.Security;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import javax.net.ssl.SNIHostName;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** HTTPS as visitors meet it, by real handshakes. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TlsTest {

    private static final String SITE = "papermoon.art.localhost";
    private static final String PAGE = "<!doctype html><title>Front</title>";
    private static final Security ON = new Security(true, "max-age=300");

    private final SmallAuthority authority = new SmallAuthority();
    private final SSLContext trusting = authority.trusting();
    private Edge edge;

    @BeforeAll
    void start(@TempDir Path folder) throws Exception {
        DirectoryBlobs blobs = new DirectoryBlobs(folder);
        byte[] bytes = PAGE.getBytes(StandardCharsets.UTF_8);
        FileEntry page = new FileEntry(blobs.put(bytes), bytes.length, "text/html", true);
        SiteRoutes site =
                SiteRoutes.of(Manifest.of(Map.of("index.html", page)), new SiteRoutes.ServingOptions(false, true));
        edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 1 << 20),
                blobs,
                host -> Optional.empty(),
                token -> token.equals("known") ? Optional.of("known.print") : Optional.empty(),
                Door.of(new Passes(new byte[32])),
                Clock.systemUTC());
        Map<String, SiteRoutes> sites = new HashMap<>(
                Map.of(SITE, site, "plain.art.localhost", site, "localhost", site, "a.wild.localhost", site));
        for (int i = 0; i < 100; i++) {
            sites.put("swap-" + i + ".localhost", site);
        }
        edge.exchange(routes -> Routes.ofSites(sites).secured(Map.of(SITE, ON, "*.wild.localhost", ON)));
        show(SITE, authority.make(SITE));
        show("localhost", authority.make("localhost"));
        show("*.wild.localhost", authority.make("*.wild.localhost", "wild.localhost"));
        edge.start();
    }

    @AfterAll
    void stop() throws Exception {
        edge.stop();
    }

    private void show(String name, SmallAuthority.Made made) {
        edge.certificates().put(name, made.chain(), made.key());
    }

    /** A connection made as a browser makes it: the server name said, the chain and the name checked. */
    private SSLSocket connect(String name, String... protocols) throws IOException {
        Socket socket = new Socket(InetAddress.getLoopbackAddress(), edge.securePort());
        SSLSocket tls = (SSLSocket) trusting.getSocketFactory().createSocket(socket, name, edge.securePort(), true);
        SSLParameters parameters = tls.getSSLParameters();
        parameters.setServerNames(name.isEmpty() ? List.of() : List.of(new SNIHostName(name)));
        parameters.setEndpointIdentificationAlgorithm(name.isEmpty() ? "" : "HTTPS");
        if (protocols.length > 0) {
            parameters.setProtocols(protocols);
        }
        tls.setSSLParameters(parameters);
        tls.setSoTimeout(5_000);
        try {
            tls.startHandshake();
        } catch (IOException e) {
            tls.close();
            throw e;
        }
        return tls;
    }

    /** The first lines of the answer: status and fields. */
    private static String ask(Socket socket, String method, String host, String path) throws IOException {
        socket.getOutputStream()
                .write((method + " " + path + " HTTP/1.1\r\nHost: " + host + "\r\n\r\n")
                        .getBytes(StandardCharsets.US_ASCII));
        StringBuilder head = new StringBuilder();
        while (head.indexOf("\r\n\r\n") < 0) {
            int next = socket.getInputStream().read();
            if (next < 0) {
                throw new IOException("The connection ended");
            }
            head.append((char) next);
        }
        int length = head.toString()
                .lines()
                .filter(l -> l.toLowerCase(Locale.ROOT).startsWith("content-length:"))
                .map(l -> Integer.parseInt(l.substring(15).strip()))
                .findFirst()
                .orElse(0);
        if (!method.equals("HEAD")) {
            head.append(new String(socket.getInputStream().readNBytes(length), StandardCharsets.UTF_8));
        }
        return head.toString();
    }

    private static X509Certificate shown(SSLSocket socket) throws IOException {
        return (X509Certificate) socket.getSession().getPeerCertificates()[0];
    }

    @ParameterizedTest
    @CsvSource({"TLSv1.3", "TLSv1.2"})
    void eachNameIsShownItsOwnCertificate(String protocol) throws IOException {
        for (String name : List.of(SITE, "a.wild.localhost")) {
            try (SSLSocket socket = connect(name, protocol)) {
                assertThat(socket.getSession().getProtocol()).isEqualTo(protocol);
                assertThat(ask(socket, "GET", name, "/"))
                        .startsWith("HTTP/1.1 200")
                        .contains("max-age=300");
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"TLSv1.3", "TLSv1.2"})
    void anUnknownNameGetsAnAlertAndNobodyElsesCertificate(String protocol) {
        for (String name : List.of("unknown.localhost", "b.a.wild.localhost", "plain.art.localhost")) {
            assertThatThrownBy(() -> connect(name, protocol))
                    .isInstanceOf(SSLException.class)
                    .hasMessageContaining("unrecognized_name");
        }
        assertThatThrownBy(() -> connect("", protocol)).isInstanceOf(SSLException.class);
    }

    @Test
    void keysOfEitherKindAreShown() throws IOException {
        show("rsa.localhost", authority.makeOf("RSA", "rsa.localhost"));
        for (String protocol : List.of("TLSv1.3", "TLSv1.2")) {
            try (SSLSocket socket = connect("rsa.localhost", protocol)) {
                assertThat(shown(socket).getPublicKey().getAlgorithm()).isEqualTo("RSA");
            }
        }
        edge.certificates().remove("rsa.localhost");
        assertThatThrownBy(() -> connect("rsa.localhost")).isInstanceOf(SSLException.class);
    }

    @Test
    void oldProtocolsAreNotSpoken() {
        assertThatThrownBy(() -> connect(SITE, "TLSv1.1")).isInstanceOf(IOException.class);
    }

    /** @return the suite agreed on when a visitor offers TLS 1.2 with nothing but suites whose names hold a word */
    private String suite(String word) throws IOException {
        try (SSLSocket tls = (SSLSocket)
                trusting.getSocketFactory().createSocket(InetAddress.getLoopbackAddress(), edge.securePort())) {
            SSLParameters parameters = tls.getSSLParameters();
            parameters.setServerNames(List.of(new SNIHostName(SITE)));
            parameters.setProtocols(new String[] {"TLSv1.2"});
            parameters.setCipherSuites(Arrays.stream(tls.getSupportedCipherSuites())
                    .filter(name -> name.contains(word) && name.contains("ECDHE"))
                    .toArray(String[]::new));
            tls.setSSLParameters(parameters);
            tls.startHandshake();
            return tls.getSession().getCipherSuite();
        }
    }

    @Test
    void noSuiteOfBlocksInAChainIsSpoken() throws IOException {
        assertThat(suite("_GCM_")).contains("_GCM_");
        assertThatThrownBy(() -> suite("_CBC_")).isInstanceOf(SSLException.class);
    }

    @Test
    void http2IsSpokenToWhoeverCan() throws Exception {
        HttpClient client = HttpClient.newBuilder().sslContext(trusting).build();
        HttpResponse<String> answer = client.send(
                HttpRequest.newBuilder(URI.create("https://localhost:" + edge.securePort() + "/"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(answer.version()).isEqualTo(HttpClient.Version.HTTP_2);
        assertThat(answer.body()).isEqualTo(PAGE);
    }

    @Test
    void aNameThatTheConnectionWasNotMadeForIsMisdirected() throws IOException {
        try (SSLSocket socket = connect(SITE)) {
            assertThat(ask(socket, "GET", "localhost", "/")).startsWith("HTTP/1.1 421");
            assertThat(ask(socket, "GET", SITE.toUpperCase(Locale.ROOT) + ":7443", "/"))
                    .startsWith("HTTP/1.1 200");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "GET  | papermoon.art.localhost | /a%20b/?c=1&d | 301 | /a%20b/?c=1&d",
                "HEAD | papermoon.art.localhost | /             | 301 | /",
                "POST | papermoon.art.localhost | /form         | 308 | /form",
                "GET  | a.wild.localhost        | /             | 301 | /",
                "GET  | plain.art.localhost     | /             | 200 | ",
                "GET  | papermoon.art.localhost | /.well-known/acme-challenge/known | 200 | ",
                "GET  | anything.localhost      | /.well-known/acme-challenge/known | 200 | ",
                "GET  | papermoon.art.localhost | /.well-known/acme-challenge/other | 301 | /.well-known/acme-challenge/other",
            })
    void whoComesByPlainHttpIsSentOnWithPathAndQuery(
            String method, String host, String path, int status, String location) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), edge.port())) {
            String answer = ask(socket, method, host, path);
            assertThat(answer).startsWith("HTTP/1.1 " + status).doesNotContain("Strict-Transport-Security");
            if (location != null) {
                assertThat(answer).contains("Location: https://" + host + ":" + edge.securePort() + location + "\r\n");
            }
        }
    }

    @Test
    void aConnectionGoesOnWhenItsCertificateIsReplacedOrWithdrawn() throws IOException {
        show("swap-0.localhost", authority.make("swap-0.localhost"));
        try (SSLSocket socket = connect("swap-0.localhost")) {
            ask(socket, "GET", "swap-0.localhost", "/");
            show("swap-0.localhost", authority.make("swap-0.localhost"));
            assertThat(ask(socket, "GET", "swap-0.localhost", "/")).startsWith("HTTP/1.1 200");
            edge.certificates().remove("swap-0.localhost");
            assertThat(ask(socket, "GET", "swap-0.localhost", "/")).startsWith("HTTP/1.1 200");
        }
    }

    @Test
    void aHundredCertificatesAreSwappedUnderLoadAndNoHandshakeFails() throws Exception {
        List<List<SmallAuthority.Made>> stock = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            String name = "swap-" + i + ".localhost";
            stock.add(List.of(authority.make(name), authority.make(name)));
            show(name, stock.get(i).get(0));
        }
        AtomicBoolean over = new AtomicBoolean();
        AtomicInteger handshakes = new AtomicInteger();
        ExecutorService visitors = Executors.newFixedThreadPool(4);
        List<Future<Void>> all = new ArrayList<>();
        for (int v = 0; v < 4; v++) {
            Random random = new Random(v);
            all.add(visitors.submit(() -> {
                while (!over.get()) {
                    int i = random.nextInt(100);
                    String name = "swap-" + i + ".localhost";
                    try (SSLSocket socket = connect(name)) {
                        X509Certificate seen = shown(socket);
                        assertThat(stock.get(i).stream().map(m -> m.chain().get(0)))
                                .contains(seen);
                        assertThat(ask(socket, "GET", name, "/")).startsWith("HTTP/1.1 200");
                        handshakes.incrementAndGet();
                    }
                }
                return null;
            }));
        }
        for (int round = 1; handshakes.get() < 600; round++) {
            for (int i = 0; i < 100; i++) {
                show("swap-" + i + ".localhost", stock.get(i).get(round % 2));
            }
        }
        over.set(true);
        for (Future<Void> each : all) {
            each.get();
        }
        visitors.shutdown();
    }
}
