package evenharbor.practice.authority;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.openssl.jcajce.JcaPKCS8Generator;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** The authority's own keys: a root, and one below it that issues. Kept as PEM files. */
public final class Root {

    private static final String ROOT_NAME = "CN=Practice root,O=Practice authority";
    private static final String ISSUER_NAME = "CN=Practice issuer 1,O=Practice authority";
    private static final Duration LONG = Duration.ofDays(3650);
    private static final SecureRandom RANDOM = new SecureRandom();

    private final X509Certificate root;
    private final X509Certificate issuer;
    private final PrivateKey issuerKey;
    private final Path file;

    /** Opens the keys in a folder, or makes them. */
    public Root(Path folder, Clock clock) {
        file = folder.resolve("root.pem");
        Path issuing = folder.resolve("issuer.pem");
        try {
            Files.createDirectories(folder);
            if (!Files.exists(issuing)) {
                make(issuing, realNow(clock));
            }
            root = certificate(new PEMParser(Files.newBufferedReader(file)).readObject());
            try (PEMParser parser = new PEMParser(Files.newBufferedReader(issuing))) {
                issuer = certificate(parser.readObject());
                issuerKey = new JcaPEMKeyConverter().getPrivateKey((PrivateKeyInfo) parser.readObject());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException | OperatorCreationException e) {
            throw new IllegalStateException("The practice authority cannot make its keys", e);
        }
    }

    private void make(Path issuing, Instant now)
            throws GeneralSecurityException, OperatorCreationException, IOException {
        KeyPair rootKey = keyPair();
        KeyPair key = keyPair();
        Instant from = now.minus(Duration.ofDays(400));
        X509Certificate top = signed(
                ROOT_NAME,
                rootKey.getPrivate(),
                ROOT_NAME,
                rootKey.getPublic(),
                from,
                now.plus(LONG),
                true,
                List.of(),
                null);
        X509Certificate below = signed(
                ROOT_NAME,
                rootKey.getPrivate(),
                ISSUER_NAME,
                key.getPublic(),
                from,
                now.plus(LONG),
                true,
                List.of(),
                top);
        Files.writeString(file, pem(top));
        Files.writeString(issuing, pem(below, new JcaPKCS8Generator(key.getPrivate(), null)));
    }

    private static Instant realNow(Clock clock) {
        Instant real = Instant.now();
        return clock.instant().isBefore(real) ? clock.instant() : real;
    }

    static KeyPair keyPair() throws GeneralSecurityException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec("secp256r1"));
        return generator.generateKeyPair();
    }

    /** The certificate that has to be trusted, as a PEM file. */
    public Path file() {
        return file;
    }

    /** A certificate for names, with the one of the issuer behind it. */
    public List<X509Certificate> issue(List<String> names, PublicKey key, Instant from, Instant until) {
        try {
            X509Certificate leaf =
                    signed(ISSUER_NAME, issuerKey, "CN=" + names.get(0), key, from, until, false, names, issuer);
            return List.of(leaf, issuer);
        } catch (GeneralSecurityException | OperatorCreationException | IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static X509Certificate signed(
            String by,
            PrivateKey byKey,
            String subject,
            PublicKey key,
            Instant from,
            Instant until,
            boolean authority,
            List<String> names,
            X509Certificate byCertificate)
            throws GeneralSecurityException, OperatorCreationException, IOException {
        JcaX509ExtensionUtils extensions = new JcaX509ExtensionUtils();
        JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                new X500Name(by),
                new BigInteger(127, RANDOM).setBit(120),
                Date.from(from),
                Date.from(until),
                new X500Name(subject),
                key);
        builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(authority));
        builder.addExtension(Extension.subjectKeyIdentifier, false, extensions.createSubjectKeyIdentifier(key));
        builder.addExtension(
                Extension.authorityKeyIdentifier,
                false,
                // The root is signed by its own key.
                extensions.createAuthorityKeyIdentifier(byCertificate == null ? key : byCertificate.getPublicKey()));
        if (authority) {
            builder.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign | KeyUsage.cRLSign));
        } else {
            builder.addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature));
            builder.addExtension(
                    Extension.extendedKeyUsage, false, new ExtendedKeyUsage(KeyPurposeId.id_kp_serverAuth));
            builder.addExtension(
                    Extension.subjectAlternativeName,
                    false,
                    new GeneralNames(names.stream().map(Root::generalName).toArray(GeneralName[]::new)));
        }
        return new JcaX509CertificateConverter()
                .getCertificate(builder.build(new JcaContentSignerBuilder("SHA256withECDSA").build(byKey)));
    }

    private static GeneralName generalName(String name) {
        return new GeneralName(name.matches("[0-9.]+") ? GeneralName.iPAddress : GeneralName.dNSName, name);
    }

    static X509Certificate certificate(Object pem) throws GeneralSecurityException {
        return new JcaX509CertificateConverter().getCertificate((X509CertificateHolder) pem);
    }

    static X509Certificate certificate(String pem) throws GeneralSecurityException, IOException {
        try (PEMParser parser = new PEMParser(new StringReader(pem))) {
            return certificate(parser.readObject());
        }
    }

    static String pem(Object... objects) throws IOException {
        StringWriter text = new StringWriter();
        try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
            for (Object each : objects) {
                writer.writeObject(each);
            }
        }
        return new String(text.toString().getBytes(StandardCharsets.US_ASCII), StandardCharsets.US_ASCII);
    }
}
