package evenharbor.bench;

import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.audience.Passes;
import evenharbor.edge.Edge;
import evenharbor.edge.blob.DirectoryBlobs;
import evenharbor.edge.serve.Door;
import evenharbor.edge.tls.Certificates;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.net.ssl.SNIHostName;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;

/** HTTPS with a thousand certificates, against the bare server library with one; and what one more costs. */
final class TlsBench {

    private static final int ROUNDS = 5;
    private static final int MANY = 1_000;
    private static final String HOST = "localhost";

    private final KeyPair rootKey = keyPair();
    private final X509Certificate root = certificate("CN=Bench root", rootKey, true, "bench-root");

    /** A certificate and its key, as bytes. */
    private record Encoded(String name, byte[] leaf, byte[] key) {}

    static List<Row> run(Path folder) throws Exception {
        return new TlsBench().measured(folder);
    }

    private List<Row> measured(Path folder) throws Exception {
        List<Encoded> stock = new ArrayList<>();
        for (int i = 0; i < MANY + 200; i++) {
            stock.add(encoded("bench-" + i + ".localhost"));
        }
        Row memory = memory(stock.subList(0, MANY));
        byte[] page = VisitorsBench.page();
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(folder));
        SiteRoutes site = SiteRoutes.of(
                Manifest.of(Map.of("index.html", new FileEntry(blobs.put(page), page.length, "text/html", true))),
                new SiteRoutes.ServingOptions(false, true));
        Edge edge = new Edge(
                new Edge.Setup("127.0.0.1", 0, 0, 0, ".preview.localhost", 64 << 20),
                blobs,
                host -> Optional.empty(),
                token -> Optional.empty(),
                Door.of(new Passes(new byte[32])),
                Clock.systemUTC());
        edge.exchange(routes -> Routes.ofSites(Map.of(HOST, site)));
        Encoded own = encoded(HOST);
        put(edge.certificates(), own);
        for (Encoded each : stock.subList(0, MANY)) {
            put(edge.certificates(), each);
        }
        edge.start();
        Server bare = VisitorsBench.bare(page, VisitorsBench.secured(store(own)));
        int barePort = ((ServerConnector) bare.getConnectors()[0]).getLocalPort();
        Row rate = rate(edge.securePort(), barePort);
        bare.stop();
        List<Row> more = oneMore(edge, stock.subList(MANY, stock.size()));
        edge.stop();
        return List.of(rate, more.get(0), more.get(1), memory);
    }

    private static Row rate(int edgePort, int barePort) throws IOException {
        String ofEdge = "https://localhost:" + edgePort + "/";
        String ofBare = "https://localhost:" + barePort + "/";
        VisitorsBench.wrk(ofEdge, 15);
        VisitorsBench.wrk(ofBare, 15);
        double[] ratios = new double[ROUNDS];
        double[] rates = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            rates[i] = VisitorsBench.wrk(ofEdge, 4);
            ratios[i] = rates[i] / VisitorsBench.wrk(ofBare, 4);
        }
        Arrays.sort(ratios);
        Arrays.sort(rates);
        return Row.atLeast(
                "HTTPS with 1,001 certificates, edge / bare with one",
                ratios[ROUNDS / 2],
                0.8,
                "x",
                String.format(
                        "median of %d, %.2f to %.2f; edge %.0f/s",
                        ROUNDS, ratios[0], ratios[ROUNDS - 1], rates[ROUNDS / 2]));
    }

    /** Adding one: until it is in place, and until the first visitor has shaken hands with it. */
    private List<Row> oneMore(Edge edge, List<Encoded> more) throws Exception {
        SSLContext trusting = trusting();
        double[] adding = new double[more.size()];
        double[] shaking = new double[more.size()];
        for (int i = 0; i < more.size(); i++) {
            Encoded each = more.get(i);
            X509Certificate leaf = parsed(each.leaf());
            PrivateKey key = key(each.key());
            long begun = System.nanoTime();
            edge.certificates().put(each.name(), List.of(leaf, root), key);
            long added = System.nanoTime();
            shakeHands(trusting, each.name(), edge.securePort());
            long shaken = System.nanoTime();
            adding[i] = (added - begun) / 1e6;
            shaking[i] = (shaken - added) / 1e6;
        }
        // The first half warms up what is not compiled yet.
        double[] add = Arrays.copyOfRange(adding, more.size() / 2, more.size());
        double[] shake = Arrays.copyOfRange(shaking, more.size() / 2, more.size());
        Arrays.sort(add);
        Arrays.sort(shake);
        return List.of(
                Row.atMost(
                        "adding the 1,001st certificate",
                        add[add.length / 2],
                        1,
                        "ms",
                        String.format("median of %d; slowest %.2f ms", add.length, add[add.length - 1])),
                Row.atMost(
                        "its first good handshake",
                        shake[shake.length / 2],
                        50,
                        "ms",
                        String.format("median of %d; slowest %.1f ms", shake.length, shake[shake.length - 1])));
    }

    private static void shakeHands(SSLContext trusting, String name, int port) throws IOException {
        try (Socket plain = new Socket(InetAddress.getByName("127.0.0.1"), port);
                SSLSocket socket = (SSLSocket) trusting.getSocketFactory().createSocket(plain, name, port, true)) {
            SSLParameters parameters = socket.getSSLParameters();
            parameters.setServerNames(List.of(new SNIHostName(name)));
            parameters.setEndpointIdentificationAlgorithm("HTTPS");
            socket.setSSLParameters(parameters);
            socket.startHandshake();
        }
    }

    private Row memory(List<Encoded> stock) throws Exception {
        Certificates certificates = new Certificates();
        byte[] issuer = root.getEncoded();
        long before = used();
        for (Encoded each : stock) {
            // Each comes with an issuer of its own making, as they come out of a database.
            certificates.put(each.name(), List.of(parsed(each.leaf()), parsed(issuer)), key(each.key()));
        }
        double each = (used() - before) / 1024.0 / stock.size();
        return Row.atMost(
                "memory for each certificate",
                each,
                8,
                "KB",
                certificates.names().size() + " certificates with key and issuer");
    }

    private static long used() throws InterruptedException {
        Runtime runtime = Runtime.getRuntime();
        for (int i = 0; i < 4; i++) {
            System.gc();
            Thread.sleep(100);
        }
        return runtime.totalMemory() - runtime.freeMemory();
    }

    private void put(Certificates certificates, Encoded each) throws GeneralSecurityException {
        certificates.put(each.name(), List.of(parsed(each.leaf()), root), key(each.key()));
    }

    private static X509Certificate parsed(byte[] bytes) throws GeneralSecurityException {
        return (X509Certificate)
                CertificateFactory.getInstance("X.509").generateCertificate(new ByteArrayInputStream(bytes));
    }

    private static PrivateKey key(byte[] bytes) throws GeneralSecurityException {
        return KeyFactory.getInstance("EC").generatePrivate(new PKCS8EncodedKeySpec(bytes));
    }

    private KeyStore store(Encoded own) throws GeneralSecurityException, IOException {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        store.setKeyEntry("own", key(own.key()), new char[0], new X509Certificate[] {parsed(own.leaf()), root});
        return store;
    }

    private SSLContext trusting() throws GeneralSecurityException, IOException {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        store.setCertificateEntry("root", root);
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    private Encoded encoded(String name) throws GeneralSecurityException {
        KeyPair key = keyPair();
        return new Encoded(
                name,
                certificate("CN=" + name, key, false, name).getEncoded(),
                key.getPrivate().getEncoded());
    }

    private static KeyPair keyPair() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(256);
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private X509Certificate certificate(String subject, KeyPair key, boolean authority, String name) {
        try {
            Instant now = Instant.now();
            JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                    new X500Name("CN=Bench root"),
                    BigInteger.valueOf(System.nanoTime()),
                    Date.from(now.minus(Duration.ofHours(1))),
                    Date.from(now.plus(Duration.ofDays(90))),
                    new X500Name(subject),
                    key.getPublic());
            builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(authority));
            builder.addExtension(
                    Extension.subjectAlternativeName,
                    false,
                    new GeneralNames(new GeneralName(GeneralName.dNSName, name)));
            return new JcaX509CertificateConverter()
                    .getCertificate(
                            builder.build(new JcaContentSignerBuilder("SHA256withECDSA").build(rootKey.getPrivate())));
        } catch (GeneralSecurityException | OperatorCreationException | IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
