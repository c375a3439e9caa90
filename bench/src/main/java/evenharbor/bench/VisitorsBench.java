package evenharbor.bench;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.PreEncodedHttpField;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.SecureRequestCustomizer;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.server.SslConnectionFactory;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.ssl.SslContextFactory;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/** A 10 KB page through the edge, against a bare handler of the same server library in the same process. */
final class VisitorsBench {

    private static final int ROUNDS = 5;
    private static final Pattern RATE = Pattern.compile("Requests/sec:\\s+([0-9.]+)");

    private VisitorsBench() {}

    static List<Row> run(Path folder) throws Exception {
        byte[] page = page();
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(folder));
        String hash = blobs.put(page);
        Manifest build = Manifest.of(Map.of("index.html", new FileEntry(hash, page.length, "text/html", true)));
        Edge edge = edge(blobs);
        edge.exchange(routes -> Routes.ofSites(
                Map.of("bench.harbor.localhost", SiteRoutes.of(build, new SiteRoutes.ServingOptions(false, true)))));
        edge.start();
        Server bare = bare(page, new HttpConnectionFactory(plain()));
        int barePort = ((ServerConnector) bare.getConnectors()[0]).getLocalPort();
        wrk(edge.port(), 6);
        wrk(barePort, 6);
        double[] ratios = new double[ROUNDS];
        double[] rates = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            double ofEdge = wrk(edge.port(), 4);
            double ofBare = wrk(barePort, 4);
            ratios[i] = ofEdge / ofBare;
            rates[i] = ofEdge;
        }
        edge.stop();
        bare.stop();
        Arrays.sort(ratios);
        Arrays.sort(rates);
        return List.of(Row.atLeast(
                "a 10 KB page, edge / bare handler, requests per second",
                ratios[ROUNDS / 2],
                0.8,
                "x",
                String.format(
                        "median of %d, %.2f to %.2f; edge %.0f/s",
                        ROUNDS, ratios[0], ratios[ROUNDS - 1], rates[ROUNDS / 2])));
    }

    /** An edge that answers on the loopback only, and lets nobody in that has to be asked. */
    static Edge edge(DirectoryBlobs blobs) {
        return new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 64 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                Door.of(new Passes(new byte[32])),
                Clock.systemUTC());
    }

    static byte[] page() {
        return ("<!doctype html><title>Page</title>" + "<p>Ten thousand bytes of page. </p>".repeat(290))
                .getBytes(StandardCharsets.UTF_8);
    }

    /** What a bare server needs to speak HTTPS with one certificate. */
    static ConnectionFactory[] secured(KeyStore store) {
        SslContextFactory.Server factory = new SslContextFactory.Server();
        factory.setKeyStore(store);
        factory.setKeyStorePassword("");
        HttpConfiguration http = plain();
        http.addCustomizer(new SecureRequestCustomizer(false));
        return new ConnectionFactory[] {new SslConnectionFactory(factory, "http/1.1"), new HttpConnectionFactory(http)};
    }

    private static HttpConfiguration plain() {
        HttpConfiguration http = new HttpConfiguration();
        http.setSendServerVersion(false);
        http.setSendDateHeader(true);
        return http;
    }

    static Server bare(byte[] page, ConnectionFactory... protocols) throws Exception {
        ByteBuffer content = ByteBuffer.allocateDirect(page.length).put(page).flip();
        PreEncodedHttpField type = new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, "text/html;charset=utf-8");
        PreEncodedHttpField length = new PreEncodedHttpField(HttpHeader.CONTENT_LENGTH, String.valueOf(page.length));
        Server server = new Server(new QueuedThreadPool(64, 4));
        ServerConnector connector = new ServerConnector(server, protocols);
        connector.setHost("127.0.0.1");
        server.addConnector(connector);
        server.setHandler(new Handler.Abstract.NonBlocking() {
            @Override
            public boolean handle(Request request, Response response, Callback callback) {
                response.getHeaders().put(type).put(length);
                response.write(true, content.slice(), callback);
                return true;
            }
        });
        server.start();
        return server;
    }

    private static double wrk(int port, int seconds) throws IOException {
        return wrk("http://127.0.0.1:" + port + "/", seconds, "-H", "Host: bench.harbor.localhost");
    }

    /** Requests per second at a URL, by 64 connections, all answered with a page. */
    static double wrk(String url, int seconds, String... more) throws IOException {
        return rate(said(url, seconds, more), true);
    }

    /** The same, whatever they are answered with. */
    static double wrkAny(String url, int seconds, String... more) throws IOException {
        return rate(said(url, seconds, more), false);
    }

    private static String said(String url, int seconds, String... more) throws IOException {
        List<String> command = new ArrayList<>(List.of("wrk", "-t2", "-c64", "-d" + seconds + "s"));
        command.addAll(List.of(more));
        command.add(url);
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static double rate(String said, boolean pagesOnly) throws IOException {
        Matcher rate = RATE.matcher(said);
        if (!rate.find() || pagesOnly && said.contains("Non-2xx")) {
            throw new IOException("wrk said: " + said);
        }
        return Double.parseDouble(rate.group(1));
    }
}
