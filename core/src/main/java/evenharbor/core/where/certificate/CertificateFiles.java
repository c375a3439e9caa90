package evenharbor.core.where.certificate;

import evenharbor.core.where.certificate.BroughtCertificate.File;
import evenharbor.core.where.certificate.BroughtCertificate.Misfit;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.Key;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.bouncycastle.asn1.cms.ContentInfo;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.asn1.x509.SubjectPublicKeyInfo;
import org.bouncycastle.cert.X509CRLHolder;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.openssl.PEMEncryptedKeyPair;
import org.bouncycastle.openssl.PEMKeyPair;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.openssl.jcajce.JceOpenSSLPKCS8DecryptorProviderBuilder;
import org.bouncycastle.openssl.jcajce.JcePEMDecryptorProviderBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.pkcs.PKCS10CertificationRequest;
import org.bouncycastle.pkcs.PKCS8EncryptedPrivateKeyInfo;
import org.bouncycastle.pkcs.PKCSException;

/**
 * Certificates and keys found in files.
 *
 * @param certificates all certificates, none twice
 * @param keys all keys, none twice
 * @param misfits what could not be read
 */
record CertificateFiles(List<X509Certificate> certificates, List<PrivateKey> keys, List<Misfit> misfits) {

    private static final int LARGEST = 1 << 20;
    private static final int ASN1_SEQUENCE = 0x30;
    private static final String BEGIN = "-----BEGIN ";

    /** Knows the ciphers of old that keys may be locked with. */
    private static final Provider CIPHERS = new BouncyCastleProvider();

    static CertificateFiles read(List<File> files, String password) {
        return new Reader(password).read(files);
    }

    private static final class Reader {
        private final char[] password;
        private final Set<X509Certificate> certificates = new LinkedHashSet<>();
        private final Set<PrivateKey> keys = new LinkedHashSet<>();
        private final List<Misfit> misfits = new ArrayList<>();

        Reader(String password) {
            this.password = password.toCharArray();
        }

        CertificateFiles read(List<File> files) {
            if (files.isEmpty()) {
                wrong("", "Choose the files that your authority sent, and the key they were made for.");
            }
            files.forEach(this::read);
            return new CertificateFiles(List.copyOf(certificates), List.copyOf(keys), misfits);
        }

        private void wrong(String file, String sentence) {
            misfits.add(new Misfit(file, sentence));
        }

        private void read(File file) {
            byte[] bytes = file.bytes();
            if (bytes.length == 0) {
                wrong(file.name(), "The file is empty.");
            } else if (bytes.length > LARGEST) {
                wrong(file.name(), "The file is larger than a certificate can be (1 MB).");
            } else if ((bytes[0] & 0xFF) == ASN1_SEQUENCE) {
                binary(file);
            } else {
                text(file, decoded(bytes));
            }
        }

        /** Editors on some systems save texts in UTF-16, with a mark in front. */
        private static String decoded(byte[] bytes) {
            boolean wide =
                    bytes.length > 1 && ((bytes[0] == -1 && bytes[1] == -2) || (bytes[0] == -2 && bytes[1] == -1));
            Charset charset = wide ? StandardCharsets.UTF_16 : StandardCharsets.UTF_8;
            return new String(bytes, charset).replace("\uFEFF", "");
        }

        private void binary(File file) {
            try {
                CertificateFactory factory = CertificateFactory.getInstance("X.509");
                certificates.add((X509Certificate) factory.generateCertificate(new ByteArrayInputStream(file.bytes())));
                return;
            } catch (GeneralSecurityException e) {
                // No certificate; it may be a store.
            }
            try {
                KeyStore store = KeyStore.getInstance("PKCS12");
                store.load(new ByteArrayInputStream(file.bytes()), password);
                take(file, store);
            } catch (IOException e) {
                wrong(file.name(), ofStore(e));
            } catch (GeneralSecurityException e) {
                wrong(file.name(), "This PKCS#12 file is protected in a way that we cannot read. Export it again.");
            }
        }

        private String ofStore(IOException e) {
            boolean locked = e.getCause() instanceof GeneralSecurityException
                    || String.valueOf(e.getMessage()).contains("password");
            if (!locked) {
                return "This is neither a certificate nor a PKCS#12 file, or it is damaged.";
            }
            return password.length == 0
                    ? "This PKCS#12 file is protected: give its password."
                    : "The password does not open this PKCS#12 file.";
        }

        private void take(File file, KeyStore store) throws GeneralSecurityException {
            boolean any = false;
            for (String alias : Collections.list(store.aliases())) {
                Key key = store.getKey(alias, password);
                if (key instanceof PrivateKey found) {
                    keys.add(found);
                    any = true;
                }
                Certificate[] chain = store.getCertificateChain(alias);
                Certificate alone = store.getCertificate(alias);
                for (Certificate each :
                        chain != null ? chain : alone == null ? new Certificate[0] : new Certificate[] {alone}) {
                    certificates.add((X509Certificate) each);
                }
            }
            if (!any) {
                wrong(file.name(), "There is no key in this PKCS#12 file. Export it again together with the key.");
            }
        }

        private void text(File file, String text) {
            if (!text.contains(BEGIN)) {
                wrong(
                        file.name(),
                        text.toLowerCase(Locale.ROOT).contains("<html")
                                ? "This is a web page, not a certificate. Download the file itself."
                                : "This is no certificate and no key: no line begins with -----BEGIN.");
                return;
            }
            if (text.contains("BEGIN OPENSSH PRIVATE KEY")) {
                wrong(file.name(), "This is a key for SSH, not the key of a certificate.");
                return;
            }
            try (PEMParser parser = new PEMParser(new StringReader(text))) {
                for (Object next = parser.readObject(); next != null; next = parser.readObject()) {
                    take(file, next);
                }
            } catch (IOException | RuntimeException e) {
                wrong(
                        file.name(),
                        String.valueOf(e.getMessage()).contains("END")
                                ? "The file breaks off: a line -----END is missing. Copy it whole."
                                : "The file is damaged: what stands between -----BEGIN and -----END cannot be read.");
            }
        }

        private void take(File file, Object found) throws IOException {
            JcaPEMKeyConverter converter = new JcaPEMKeyConverter();
            if (found instanceof X509CertificateHolder holder) {
                certificate(file, holder);
            } else if (found instanceof PEMKeyPair pair) {
                key(file, pair.getPrivateKeyInfo(), converter);
            } else if (found instanceof PrivateKeyInfo info) {
                key(file, info, converter);
            } else if (found instanceof PEMEncryptedKeyPair locked) {
                unlock(
                        file,
                        () -> locked.decryptKeyPair(new JcePEMDecryptorProviderBuilder()
                                        .setProvider(CIPHERS)
                                        .build(password))
                                .getPrivateKeyInfo(),
                        converter);
            } else if (found instanceof PKCS8EncryptedPrivateKeyInfo locked) {
                unlock(
                        file,
                        () -> locked.decryptPrivateKeyInfo(new JceOpenSSLPKCS8DecryptorProviderBuilder()
                                .setProvider(CIPHERS)
                                .build(password)),
                        converter);
            } else if (found instanceof PKCS10CertificationRequest) {
                wrong(
                        file.name(),
                        "This is the request for a certificate. Bring the certificate that the authority made of it.");
            } else if (found instanceof SubjectPublicKeyInfo) {
                wrong(file.name(), "This is a public key. The certificate needs the private one.");
            } else if (found instanceof ContentInfo) {
                wrong(file.name(), "This is a PKCS#7 bundle. Export the certificates as PEM.");
            } else if (found instanceof X509CRLHolder) {
                wrong(file.name(), "This is a list of withdrawn certificates, not a certificate.");
            }
        }

        private void certificate(File file, X509CertificateHolder holder) {
            try {
                certificates.add(new JcaX509CertificateConverter().getCertificate(holder));
            } catch (GeneralSecurityException e) {
                wrong(file.name(), "A certificate in this file is damaged.");
            }
        }

        private void key(File file, PrivateKeyInfo info, JcaPEMKeyConverter converter) {
            try {
                keys.add(converter.getPrivateKey(info));
            } catch (IOException e) {
                wrong(
                        file.name(),
                        "Keys of this kind are not used for HTTPS. Have a certificate made for an EC or RSA key.");
            }
        }

        private interface Opening {
            PrivateKeyInfo open() throws IOException, PKCSException, OperatorCreationException;
        }

        private void unlock(File file, Opening opening, JcaPEMKeyConverter converter) {
            if (password.length == 0) {
                wrong(file.name(), "The key is encrypted: give its password.");
                return;
            }
            try {
                key(file, opening.open(), converter);
            } catch (IOException | PKCSException | OperatorCreationException | RuntimeException e) {
                wrong(file.name(), "The password does not open the key.");
            }
        }
    }
}
