package evenharbor.edge.tls;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.cert.CertIOException;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** Makes certificates, and clients that trust them. */
final class SmallAuthority {

    /** A certificate with its issuer's, and its key. */
    record Made(List<X509Certificate> chain, PrivateKey key) {}

    private final AtomicLong serials = new AtomicLong(1000);
    private final KeyPair rootKey = keyPair("EC");
    private final X509Certificate root = certificate("CN=Small root", rootKey, true, "x");

    static KeyPair keyPair(String algorithm) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance(algorithm);
            generator.initialize(algorithm.equals("EC") ? 256 : 2048);
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    Made make(String... names) {
        return makeOf("EC", names);
    }

    Made makeOf(String algorithm, String... names) {
        KeyPair key = keyPair(algorithm);
        return new Made(List.of(certificate("CN=" + names[0], key, false, names), root), key.getPrivate());
    }

    private X509Certificate certificate(String subject, KeyPair key, boolean authority, String... names) {
        try {
            Instant now = Instant.now();
            JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                    new X500Name("CN=Small root"),
                    BigInteger.valueOf(serials.incrementAndGet()),
                    Date.from(now.minus(Duration.ofHours(1))),
                    Date.from(now.plus(Duration.ofDays(90))),
                    new X500Name(subject),
                    key.getPublic());
            builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(authority));
            if (!authority) {
                GeneralName[] all = new GeneralName[names.length];
                for (int i = 0; i < names.length; i++) {
                    all[i] = new GeneralName(GeneralName.dNSName, names[i]);
                }
                builder.addExtension(Extension.subjectAlternativeName, false, new GeneralNames(all));
            }
            return new JcaX509CertificateConverter()
                    .getCertificate(
                            builder.build(new JcaContentSignerBuilder("SHA256withECDSA").build(rootKey.getPrivate())));
        } catch (GeneralSecurityException | OperatorCreationException | CertIOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What a client needs to trust what is made here, and nothing else. */
    SSLContext trusting() {
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(null, null);
            store.setCertificateEntry("root", root);
            TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(store);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, trust.getTrustManagers(), null);
            return context;
        } catch (GeneralSecurityException | IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
