package evenharbor.app.where.certificate;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.util.ArrayList;
import java.util.List;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.asn1.x509.SubjectPublicKeyInfo;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.openssl.jcajce.JcaPKCS8Generator;
import org.bouncycastle.util.io.pem.PemGenerationException;

/** Keys and certificates as texts (RFC 7468). */
final class Pem {

    private Pem() {}

    static KeyPair freshKeyPair() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(new ECGenParameterSpec("secp256r1"));
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    static String of(KeyPair pair) {
        return of(pair.getPrivate()) + of((Object) pair.getPublic());
    }

    /** In PKCS#8 (RFC 5958). */
    static String of(PrivateKey key) {
        try {
            return of((Object) new JcaPKCS8Generator(key, null));
        } catch (PemGenerationException e) {
            throw new IllegalStateException(e);
        }
    }

    static String of(List<X509Certificate> chain) {
        return of(chain.toArray());
    }

    private static String of(Object... objects) {
        StringWriter text = new StringWriter();
        try (JcaPEMWriter writer = new JcaPEMWriter(text)) {
            for (Object each : objects) {
                writer.writeObject(each);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    /** A pair written as its private key, then its public one. */
    static KeyPair keyPair(String text) {
        try {
            SubjectPublicKeyInfo open = (SubjectPublicKeyInfo) objects(text).get(1);
            return new KeyPair(new JcaPEMKeyConverter().getPublicKey(open), privateKey(text));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static PrivateKey privateKey(String text) {
        try {
            return new JcaPEMKeyConverter()
                    .getPrivateKey((PrivateKeyInfo) objects(text).get(0));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static List<X509Certificate> certificates(String text) {
        try {
            List<X509Certificate> chain = new ArrayList<>();
            for (Object each : objects(text)) {
                chain.add(new JcaX509CertificateConverter().getCertificate((X509CertificateHolder) each));
            }
            return chain;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<Object> objects(String text) throws IOException {
        List<Object> objects = new ArrayList<>();
        try (PEMParser parser = new PEMParser(new StringReader(text))) {
            for (Object next = parser.readObject(); next != null; next = parser.readObject()) {
                objects.add(next);
            }
        }
        return objects;
    }
}
