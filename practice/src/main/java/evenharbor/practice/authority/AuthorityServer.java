package evenharbor.practice.authority;

import com.google.common.util.concurrent.ThreadFactoryBuilder;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyStore;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.jose4j.json.JsonUtil;
import org.jose4j.lang.JoseException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The authority over HTTPS: ACME (RFC 8555) with renewal advice (RFC 9773), on loopback. */
public final class AuthorityServer implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(AuthorityServer.class);
    private static final String LOOPBACK = "127.0.0.1";
    private static final Duration LIMITED = Duration.ofHours(1);

    private final Acme acme;
    private final Root root;
    private final HttpsServer server;
    private final ExecutorService workers = Executors.newCachedThreadPool(new ThreadFactoryBuilder()
            .setNameFormat("practice-authority")
            .setDaemon(true)
            .build());
    private final Set<String> nonces = ConcurrentHashMap.newKeySet();

    /**
     * Begins to answer.
     *
     * @param port 0 for any that is free
     */
    public AuthorityServer(Acme acme, Root root, int port) throws IOException {
        // Without it each answer is held back for 40 ms.
        System.setProperty("sun.net.httpserver.nodelay", "true");
        this.acme = acme;
        this.root = root;
        server = HttpsServer.create(new InetSocketAddress(InetAddress.getByName(LOOPBACK), port), 0);
        server.setHttpsConfigurator(new HttpsConfigurator(context()));
        server.setExecutor(workers);
        server.createContext("/", this::handle);
        server.start();
        acme.at("https://" + LOOPBACK + ":" + port());
    }

    private SSLContext context() throws IOException {
        try {
            KeyPair key = Root.keyPair();
            Instant real = Instant.now();
            List<X509Certificate> chain = root.issue(
                    List.of(LOOPBACK, "localhost"),
                    key.getPublic(),
                    real.minus(Duration.ofDays(365)),
                    real.plus(Duration.ofDays(1000)));
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(null, null);
            store.setKeyEntry("server", key.getPrivate(), new char[0], chain.toArray(X509Certificate[]::new));
            KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
            keys.init(store, new char[0]);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(keys.getKeyManagers(), null, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IOException(e);
        }
    }

    /** The port it answers at. */
    public int port() {
        return server.getAddress().getPort();
    }

    /** Where clients begin. */
    public URI directory() {
        return URI.create("https://" + LOOPBACK + ":" + port() + "/directory");
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            AuthorityFault fault = acme.fault();
            if (fault == AuthorityFault.DOWN) {
                return;
            }
            if (fault == AuthorityFault.SLOW) {
                Thread.sleep(5_000);
            }
            exchange.getResponseHeaders().set("Replay-Nonce", nonce());
            answer(exchange);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IOException e) {
            LOG.debug("A conversation ended", e);
        } catch (RuntimeException e) {
            LOG.debug("The authority was asked something odd", e);
        }
    }

    private String nonce() {
        if (nonces.size() > 10_000) {
            nonces.clear();
        }
        String nonce = UUID.randomUUID().toString().replace("-", "");
        nonces.add(nonce);
        return nonce;
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        String method = exchange.getRequestMethod();
        if (path.equals("/directory")) {
            send(exchange, Answer.of(200, acme.directory()));
        } else if (path.equals("/new-nonce")) {
            exchange.getResponseHeaders().set("Cache-Control", "no-store");
            exchange.sendResponseHeaders(method.equals("HEAD") ? 200 : 204, -1);
        } else if (path.startsWith("/renewal/")) {
            send(exchange, acme.renewal(path.substring("/renewal/".length())));
        } else if (method.equals("POST")) {
            send(exchange, signed(exchange, path));
        } else {
            send(exchange, Answer.problem(405, "malformed", "Ask by POST"));
        }
    }

    private Answer signed(HttpExchange exchange, String path) throws IOException {
        String body = new String(exchange.getRequestBody().readNBytes(1 << 18), StandardCharsets.UTF_8);
        try {
            Jws jws = Jws.read(body, acme::key);
            if (!nonces.remove(jws.nonce())) {
                return Answer.problem(400, "badNonce", "This nonce is not good");
            }
            if (!URI.create(jws.url()).getPath().equals(path)) {
                return Answer.problem(403, "unauthorized", "Signed for another URL");
            }
            if (path.equals("/new-order") && acme.fault() == AuthorityFault.RATE_LIMITED) {
                exchange.getResponseHeaders().set("Retry-After", String.valueOf(LIMITED.toSeconds()));
                return Answer.problem(429, "rateLimited", "Too many orders of late");
            }
            return acme.carryOut(path, jws);
        } catch (JoseException e) {
            return e.getMessage().contains("unknown account")
                    ? Answer.problem(400, "accountDoesNotExist", "No such account")
                    : Answer.problem(400, "malformed", "The request cannot be read: " + e.getMessage());
        }
    }

    private void send(HttpExchange exchange, Answer answer) throws IOException {
        answer.fields().forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
        byte[] bytes = (answer.text() != null ? answer.text() : JsonUtil.toJson(answer.body()))
                .getBytes(StandardCharsets.UTF_8);
        String type = answer.text() != null
                ? "application/pem-certificate-chain"
                : answer.status() >= 400 ? "application/problem+json" : "application/json";
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("Link", "<" + directory() + ">;rel=\"index\"");
        exchange.sendResponseHeaders(answer.status(), bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    @Override
    public void close() {
        server.stop(0);
        workers.shutdownNow();
    }
}
