package evenharbor.app.hosting.transfer;

import com.google.common.hash.Hashing;
import com.google.common.io.BaseEncoding;
import evenharbor.core.hosting.host.HostFault;
import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509ExtendedTrustManager;

/**
 * Whom an FTP server over TLS is believed to be: its certificate is the one its owner accepted; or an authority that this
 * machine knows vouches for it and its name, which also holds for the next one it gets. One context for each connection, for
 * sessions are kept in it.
 */
final class HostTrust extends X509ExtendedTrustManager {

    /**
     * What is spoken first: a session of TLS 1.2 can be gone on with any number of times. One of 1.3 cannot, for what is
     * needed for the next time comes in the data connection, which is not read when files are sent.
     */
    static final String USUAL = "TLSv1.2";

    /** What is spoken with servers that speak no older one. */
    static final String NEWER = "TLSv1.3";

    /** For whoever only looks. */
    static final String ANY = "TLS";

    private static final String TICKETS = "jdk.tls.client.enableSessionTicketExtension";

    private static final X509ExtendedTrustManager AUTHORITIES = authorities();

    private final String accepted;
    private final SSLContext context;
    private volatile String shown;
    private volatile HostFault refusal;

    HostTrust(String accepted, String tls) {
        this.accepted = accepted;
        context = context(tls);
    }

    /**
     * A context that remembers sessions by their ids. The JDK throws tickets away that say they are good for longer than a
     * week, as those of a common server do; it asks for none when this property says so while a context is made. A context
     * that another thread makes meanwhile asks for none either, and loses nothing by it.
     */
    private SSLContext context(String tls) {
        synchronized (HostTrust.class) {
            String before = System.setProperty(TICKETS, "false");
            try {
                SSLContext made = SSLContext.getInstance(tls);
                made.init(null, new TrustManager[] {this}, null);
                return made;
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException("TLS cannot be used", e);
            } finally {
                if (before == null) {
                    System.clearProperty(TICKETS);
                } else {
                    System.setProperty(TICKETS, before);
                }
            }
        }
    }

    private static X509ExtendedTrustManager authorities() {
        try {
            TrustManagerFactory factory = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            factory.init((KeyStore) null);
            return (X509ExtendedTrustManager) factory.getTrustManagers()[0];
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    SSLContext context() {
        return context;
    }

    Optional<String> shown() {
        return Optional.ofNullable(shown);
    }

    /** Why what was shown was not accepted; empty when it was. */
    Optional<HostFault> refusal() {
        return Optional.ofNullable(refusal);
    }

    private static String fingerprint(X509Certificate certificate) throws CertificateException {
        byte[] hash = Hashing.sha256().hashBytes(certificate.getEncoded()).asBytes();
        return "certificate SHA-256 "
                + BaseEncoding.base16().withSeparator(":", 2).encode(hash);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType, Socket socket)
            throws CertificateException {
        shown = fingerprint(chain[0]);
        if (shown.equals(accepted)) {
            return;
        }
        try {
            AUTHORITIES.checkServerTrusted(chain, authType, socket);
        } catch (CertificateException e) {
            refusal = accepted.isEmpty() ? HostFault.CERTIFICATE_UNPROVEN : HostFault.IDENTITY_CHANGED;
            throw e;
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType, SSLEngine engine)
            throws CertificateException {
        throw new CertificateException("Only sockets are used");
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType) throws CertificateException {
        throw new CertificateException("Only sockets are used");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType, Socket socket)
            throws CertificateException {
        throw new CertificateException("No clients are let in");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType, SSLEngine engine)
            throws CertificateException {
        throw new CertificateException("No clients are let in");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType) throws CertificateException {
        throw new CertificateException("No clients are let in");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
