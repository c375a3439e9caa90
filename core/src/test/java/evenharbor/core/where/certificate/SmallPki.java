package evenharbor.core.where.certificate;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.openssl.jcajce.JcaPKCS8Generator;
import org.bouncycastle.openssl.jcajce.JceOpenSSLPKCS8EncryptorBuilder;
import org.bouncycastle.openssl.jcajce.JcePEMEncryptorBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** A root, an issuer below it, and certificates as they are wanted, right or wrong. */
public final class SmallPki {

    static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    static final String HOST = "papermoon.example";

    private static final AtomicLong SERIALS = new AtomicLong(1);

    final KeyPair rootKey = key("EC");
    final KeyPair issuerKey = key("EC");
    final X509Certificate root = new Leaf("CN=Root,O=Small root", rootKey)
            .authority()
            .by("CN=Root,O=Small root", rootKey)
            .make();
    final X509Certificate issuer = new Leaf("CN=Issuer,O=Small issuer", issuerKey)
            .authority()
            .by("CN=Root,O=Small root", rootKey)
            .make();

    static KeyPair key(String kind) {
        try {
            String algorithm = kind.startsWith("RSA") ? "RSA" : kind.startsWith("EC") ? "EC" : kind;
            KeyPairGenerator generator = KeyPairGenerator.getInstance(algorithm);
            switch (kind) {
                case "EC" -> generator.initialize(new ECGenParameterSpec("secp256r1"));
                case "RSA" -> generator.initialize(2048);
                case "RSA short" -> generator.initialize(1024);
                case "DSA" -> generator.initialize(2048);
                default -> {}
            }
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A certificate of the issuer for the host and its key, to be altered before it is made. */
    Leaf leaf(KeyPair key) {
        return new Leaf("CN=" + HOST, key)
                .by("CN=Issuer,O=Small issuer", issuerKey)
                .names(HOST, "www." + HOST);
    }

    static final class Leaf {
        private final String subject;
        private final KeyPair key;
        private String by;
        private PrivateKey byKey;
        private Instant from = NOW.minus(Duration.ofDays(30));
        private Instant until = NOW.plus(Duration.ofDays(60));
        private List<String> names = List.of();
        private boolean authority;
        private KeyPurposeId usage = KeyPurposeId.id_kp_serverAuth;
        private String digest = "SHA256";

        Leaf(String subject, KeyPair key) {
            this.subject = subject;
            this.key = key;
        }

        Leaf by(String name, KeyPair issuer) {
            by = name;
            byKey = issuer.getPrivate();
            return this;
        }

        Leaf names(String... names) {
            this.names = List.of(names);
            return this;
        }

        Leaf authority() {
            authority = true;
            usage = null;
            return this;
        }

        Leaf valid(int fromDays, int untilDays) {
            from = NOW.plus(Duration.ofDays(fromDays));
            until = NOW.plus(Duration.ofDays(untilDays));
            return this;
        }

        Leaf usage(KeyPurposeId purpose) {
            usage = purpose;
            return this;
        }

        Leaf digest(String name) {
            digest = name;
            return this;
        }

        X509Certificate make() {
            try {
                JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                        new X500Name(by),
                        BigInteger.valueOf(SERIALS.incrementAndGet()),
                        Date.from(from),
                        Date.from(until),
                        new X500Name(subject),
                        key.getPublic());
                builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(authority));
                if (usage != null) {
                    builder.addExtension(Extension.extendedKeyUsage, false, new ExtendedKeyUsage(usage));
                }
                if (!names.isEmpty()) {
                    builder.addExtension(
                            Extension.subjectAlternativeName,
                            false,
                            new GeneralNames(names.stream()
                                    .map(name -> new GeneralName(GeneralName.dNSName, name))
                                    .toArray(GeneralName[]::new)));
                }
                String algorithm = byKey.getAlgorithm().equals("EC") ? "ECDSA" : byKey.getAlgorithm();
                return new JcaX509CertificateConverter()
                        .getCertificate(
                                builder.build(new JcaContentSignerBuilder(digest + "with" + algorithm).build(byKey)));
            } catch (GeneralSecurityException | OperatorCreationException | IOException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** A certificate for {@code papermoon.example} that is good on 2026-11-24, its issuer and its key, in one file. */
    public static String oneFile() {
        SmallPki pki = new SmallPki();
        KeyPair key = key("EC");
        return new String(pem(pki.leaf(key).make(), pki.issuer, key), StandardCharsets.US_ASCII);
    }

    static byte[] pem(Object... objects) {
        StringWriter text = new StringWriter();
        try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
            for (Object each : objects) {
                writer.writeObject(
                        each instanceof KeyPair pair ? new JcaPKCS8Generator(pair.getPrivate(), null) : each);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.US_ASCII);
    }

    /** A key in PKCS#8, encrypted with a password. */
    static byte[] locked(PrivateKey key, String password) {
        try {
            return pem(new JcaPKCS8Generator(
                    key,
                    new JceOpenSSLPKCS8EncryptorBuilder(JcaPKCS8Generator.AES_256_CBC)
                            .setProvider(new BouncyCastleProvider())
                            .setPassword(password.toCharArray())
                            .build()));
        } catch (IOException | OperatorCreationException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A key in the form of old, encrypted with a password. */
    static byte[] lockedAsOfOld(PrivateKey key, String password) {
        StringWriter text = new StringWriter();
        try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
            writer.writeObject(
                    key,
                    new JcePEMEncryptorBuilder("AES-128-CBC")
                            .setProvider(new BouncyCastleProvider())
                            .build(password.toCharArray()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.US_ASCII);
    }

    static byte[] store(String password, PrivateKey key, X509Certificate... chain) {
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(null, null);
            if (key == null) {
                store.setCertificateEntry("alone", chain[0]);
            } else {
                store.setKeyEntry("key", key, password.toCharArray(), chain);
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            store.store(bytes, password.toCharArray());
            return bytes.toByteArray();
        } catch (GeneralSecurityException | IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
