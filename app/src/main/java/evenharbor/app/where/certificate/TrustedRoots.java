package evenharbor.app.where.certificate;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;
import org.springframework.stereotype.Component;

/** Whom we trust over TLS: whom this machine trusts, and the authority's own root where one is set. */
@Component
public class TrustedRoots {

    private final AuthorityProperties properties;
    private volatile SSLContext context;

    TrustedRoots(AuthorityProperties properties) {
        this.properties = properties;
    }

    /** What connections are made with. Fails while the authority's root cannot be read. */
    public SSLContext context() {
        SSLContext known = context;
        if (known == null) {
            known = made();
            context = known;
        }
        return known;
    }

    private SSLContext made() {
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(null, null);
            int n = 0;
            for (X509Certificate root :
                    ((X509TrustManager) managers(null).getTrustManagers()[0]).getAcceptedIssuers()) {
                store.setCertificateEntry("root-" + n++, root);
            }
            if (properties.trust() != null && !properties.trust().toString().isBlank()) {
                try (InputStream file = Files.newInputStream(properties.trust())) {
                    for (Certificate root :
                            CertificateFactory.getInstance("X.509").generateCertificates(file)) {
                        store.setCertificateEntry("root-" + n++, root);
                    }
                }
            }
            SSLContext made = SSLContext.getInstance("TLS");
            made.init(null, managers(store).getTrustManagers(), null);
            return made;
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException("The authority's root in " + properties.trust() + " cannot be read", e);
        }
    }

    private static TrustManagerFactory managers(KeyStore roots) throws GeneralSecurityException {
        TrustManagerFactory factory = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        factory.init(roots);
        return factory;
    }
}
