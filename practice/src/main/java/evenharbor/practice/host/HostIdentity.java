package evenharbor.practice.host;

import evenharbor.practice.authority.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;

/** A certificate of a company's own making, as many hosting companies have: no machine knows who signed it. */
final class HostIdentity {

    private static final char[] NO_PASSWORD = {};

    private HostIdentity() {}

    /** TLS with the certificate in a folder, which is made when it is not there. */
    static SSLContext context(Path folder, String name, Clock clock) throws IOException {
        try {
            Path file = folder.resolve("certificate.p12");
            KeyStore store = KeyStore.getInstance("PKCS12");
            if (Files.exists(file)) {
                try (var in = Files.newInputStream(file)) {
                    store.load(in, NO_PASSWORD);
                }
            } else {
                store.load(null, NO_PASSWORD);
                KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
                generator.initialize(new ECGenParameterSpec("secp256r1"));
                KeyPair key = generator.generateKeyPair();
                Instant now = Instant.now();
                List<X509Certificate> chain = new Root(folder, clock)
                        .issue(
                                List.of(name),
                                key.getPublic(),
                                now.minus(Duration.ofDays(1)),
                                now.plus(Duration.ofDays(3000)));
                store.setKeyEntry("host", key.getPrivate(), NO_PASSWORD, chain.toArray(Certificate[]::new));
                try (var out = Files.newOutputStream(file)) {
                    store.store(out, NO_PASSWORD);
                }
            }
            KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
            keys.init(store, NO_PASSWORD);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(keys.getKeyManagers(), null, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IOException(e);
        }
    }
}
