package evenharbor.edge.tls;

import java.security.GeneralSecurityException;
import java.util.List;
import javax.net.ssl.KeyManager;
import javax.net.ssl.SNIHostName;
import javax.net.ssl.SNIMatcher;
import javax.net.ssl.SNIServerName;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSession;
import javax.net.ssl.StandardConstants;
import org.eclipse.jetty.alpn.server.ALPNServerConnectionFactory;
import org.eclipse.jetty.http2.server.HTTP2ServerConnectionFactory;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.SecureRequestCustomizer;
import org.eclipse.jetty.server.SslConnectionFactory;
import org.eclipse.jetty.util.ssl.SslContextFactory;

/** TLS 1.2 and 1.3 with HTTP/2 and HTTP/1.1, the certificate chosen by server name. */
public final class Tls {

    private Tls() {}

    /** Refuses handshakes for names without a certificate by the alert {@code unrecognized_name} (RFC 6066 section 3). */
    private static final class Known extends SNIMatcher {
        private final Certificates certificates;

        Known(Certificates certificates) {
            super(StandardConstants.SNI_HOST_NAME);
            this.certificates = certificates;
        }

        @Override
        public boolean matches(SNIServerName name) {
            String host = new SNIHostName(name.getEncoded()).getAsciiName();
            return certificates.find(NameKeyManager.bare(host)).isPresent();
        }
    }

    /** What a connector needs to speak HTTP over TLS. */
    public static ConnectionFactory[] connections(Certificates certificates, HttpConfiguration http) {
        SslContextFactory.Server factory = new SslContextFactory.Server() {
            @Override
            public void customize(SSLEngine engine) {
                super.customize(engine);
                SSLParameters parameters = engine.getSSLParameters();
                parameters.setSNIMatchers(List.of(new Known(certificates)));
                engine.setSSLParameters(parameters);
            }
        };
        factory.setSslContext(context(certificates));
        factory.setIncludeProtocols("TLSv1.3", "TLSv1.2");
        // What RFC 9325 section 4.2 advises: forward secrecy with authenticated encryption, and nothing else.
        factory.setIncludeCipherSuites("^TLS_(AES|CHACHA20)_.*", "^TLS_ECDHE_.*_(GCM|CHACHA20_POLY1305)_.*");
        factory.setExcludeCipherSuites(".*_(NULL|anon|CBC)_.*");
        factory.setRenegotiationAllowed(false);
        HttpConfiguration secure = new HttpConfiguration(http);
        // The gate compares the names itself, and answers 421 as RFC 9110 section 15.5.20 says.
        secure.addCustomizer(new SecureRequestCustomizer(false));
        HttpConnectionFactory plain = new HttpConnectionFactory(secure);
        ALPNServerConnectionFactory alpn = new ALPNServerConnectionFactory();
        alpn.setDefaultProtocol(plain.getProtocol());
        return new ConnectionFactory[] {
            new SslConnectionFactory(factory, alpn.getProtocol()), alpn, new HTTP2ServerConnectionFactory(secure), plain
        };
    }

    private static SSLContext context(Certificates certificates) {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(new KeyManager[] {new NameKeyManager(certificates)}, null, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The server name that a connection was begun with, in lower case; empty when the visitor named none. */
    public static String serverName(SSLSession session) {
        return NameKeyManager.serverName(session);
    }
}
