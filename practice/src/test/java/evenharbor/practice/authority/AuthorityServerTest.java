package evenharbor.practice.authority;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.practice.clock.PracticeClock;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.jose4j.jwk.EcJwkGenerator;
import org.jose4j.jwk.EllipticCurveJsonWebKey;
import org.jose4j.jwk.JsonWebKey;
import org.jose4j.jws.JsonWebSignature;
import org.jose4j.keys.EllipticCurves;
import org.jose4j.lang.JoseException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** ACME as any client speaks it: signed requests, each with a value that is good once (RFC 8555 sections 6 and 7). */
class AuthorityServerTest {

    @TempDir
    Path folder;

    private final PracticeClock clock = new PracticeClock(Clock.systemUTC());
    private Root root;
    private Acme acme;
    private AuthorityServer server;
    private HttpClient client;
    private EllipticCurveJsonWebKey key;
    private String account;

    @BeforeEach
    void begin() throws Exception {
        root = new Root(folder, clock);
        acme = new Acme(root, (name, type) -> List.of(), 1, folder, clock);
        server = new AuthorityServer(acme, root, 0);
        client = HttpClient.newBuilder().sslContext(trusting()).build();
        key = EcJwkGenerator.generateJwk(EllipticCurves.P256);
    }

    @AfterEach
    void end() {
        server.close();
    }

    private SSLContext trusting() throws Exception {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        try (InputStream file = Files.newInputStream(root.file())) {
            store.setCertificateEntry(
                    "root", CertificateFactory.getInstance("X.509").generateCertificate(file));
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    private URI at(String path) {
        return server.directory().resolve(path);
    }

    private String nonce() throws Exception {
        return client.send(
                        HttpRequest.newBuilder(at("/new-nonce"))
                                .method("HEAD", HttpRequest.BodyPublishers.noBody())
                                .build(),
                        HttpResponse.BodyHandlers.discarding())
                .headers()
                .firstValue("Replay-Nonce")
                .orElseThrow();
    }

    private HttpResponse<String> post(String path, String payload, String nonce) throws Exception {
        return post(path, signed(path, payload, nonce));
    }

    private HttpResponse<String> post(String path, String body) throws Exception {
        return client.send(
                HttpRequest.newBuilder(at(path))
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private String signed(String path, String payload, String nonce) throws JoseException {
        JsonWebSignature jws = new JsonWebSignature();
        jws.setPayload(payload);
        jws.setAlgorithmHeaderValue("ES256");
        jws.setKey(key.getPrivateKey());
        jws.setHeader("nonce", nonce);
        jws.setHeader("url", at(path).toString());
        if (account == null) {
            jws.setJwkHeader((EllipticCurveJsonWebKey)
                    JsonWebKey.Factory.newJwk(key.toParams(JsonWebKey.OutputControlLevel.PUBLIC_ONLY)));
        } else {
            jws.setKeyIdHeaderValue(account);
        }
        String[] part = jws.getCompactSerialization().split("\\.");
        return "{\"protected\":\"" + part[0] + "\",\"payload\":\"" + part[1] + "\",\"signature\":\"" + part[2] + "\"}";
    }

    private void openAccount() throws Exception {
        HttpResponse<String> made = post("/new-account", "{\"termsOfServiceAgreed\":true}", nonce());
        assertThat(made.statusCode()).isEqualTo(201);
        account = made.headers().firstValue("Location").orElseThrow();
    }

    private static final String ORDER = "{\"identifiers\":[{\"type\":\"dns\",\"value\":\"papermoon.art.localhost\"}]}";

    @Test
    void theDirectoryNamesEverythingElse() throws Exception {
        HttpResponse<String> directory =
                client.send(HttpRequest.newBuilder(server.directory()).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(directory.body()).contains("newNonce", "newAccount", "newOrder", "renewalInfo", Acme.NAME);
    }

    @Test
    void aNonceIsGoodOnceAndASignatureForItsUrlOnly() throws Exception {
        String nonce = nonce();
        String request = signed("/new-account", "{}", nonce);
        assertThat(post("/new-account", request).statusCode()).isEqualTo(201);
        assertThat(post("/new-account", request).body()).contains("badNonce");
        assertThat(post("/new-order", signed("/new-account", "{}", nonce())).body())
                .contains("unauthorized");
        assertThat(post(
                                "/new-account",
                                signed("/new-account", "{}", nonce()).replace("\"signature\":\"", "\"signature\":\"AA"))
                        .body())
                .contains("malformed");
        assertThat(post("/new-account", "no json").body()).contains("malformed");
    }

    @Test
    void anAccountIsKnownAgainEvenAfterARestart() throws Exception {
        openAccount();
        assertThat(post("/new-order", ORDER, nonce()).statusCode()).isEqualTo(201);
        String known = account;
        account = at("/account/unknown").toString();
        assertThat(post("/new-order", ORDER, nonce()).body()).contains("accountDoesNotExist");
        Acme again = new Acme(new Root(folder, clock), (name, type) -> List.of(), 1, folder, clock);
        assertThat(again.key(known)).isPresent();
        assertThat(Files.readString(root.file())).isEqualTo(Files.readString(new Root(folder, clock).file()));
    }

    @Test
    void anOrderThatCannotBeProvenIsInvalidWithTheReason() throws Exception {
        openAccount();
        HttpResponse<String> order = post("/new-order", ORDER, nonce());
        String authorization = order.body()
                .replaceAll("(?s).*\"authorizations\":\\[\"[^\"]*?(/authz/[^\"]+)\".*", "$1")
                .replace("\\/", "/");
        String path = URI.create(authorization).getPath();
        assertThat(post(path, "", nonce()).body()).contains("http-01", "dns-01");
        String challenge = "/challenge/" + path.substring("/authz/".length()) + "/http-01";
        assertThat(post(challenge, "{}", nonce()).body()).contains("invalid", "No address was found");
        String at =
                URI.create(order.headers().firstValue("Location").orElseThrow()).getPath();
        assertThat(post(at, "", nonce()).body()).contains("\"status\":\"invalid\"");
        assertThat(post(at.replace("/order/", "/finalize/"), "{\"csr\":\"\"}", nonce())
                        .body())
                .contains("orderNotReady");
    }

    @Test
    void itFailsAsItIsToldTo() throws Exception {
        openAccount();
        acme.setFault(AuthorityFault.RATE_LIMITED);
        HttpResponse<String> limited = post("/new-order", ORDER, nonce());
        assertThat(limited.statusCode()).isEqualTo(429);
        assertThat(limited.headers().firstValue("Retry-After")).contains("3600");
        acme.setFault(AuthorityFault.DOWN);
        assertThatThrownBy(this::nonce).isInstanceOf(IOException.class);
    }

    @Test
    void whatItIssuesIsValidForBrowsersWhoseClockIsBehind() throws Exception {
        clock.setOffset(Duration.ofDays(60));
        X509Certificate leaf = root.issue(
                        List.of("papermoon.art.localhost"),
                        Root.keyPair().getPublic(),
                        Instant.now().minusSeconds(3600),
                        clock.instant().plus(Duration.ofDays(90)))
                .get(0);
        leaf.checkValidity();
        assertThat(leaf.getNotAfter().toInstant()).isAfter(Instant.now().plus(Duration.ofDays(149)));
    }
}
