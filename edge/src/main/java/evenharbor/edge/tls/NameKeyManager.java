package evenharbor.edge.tls;

import java.net.Socket;
import java.security.Principal;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.net.ssl.ExtendedSSLSession;
import javax.net.ssl.SNIHostName;
import javax.net.ssl.SNIServerName;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLSession;
import javax.net.ssl.X509ExtendedKeyManager;

/** Chooses the certificate by the server name that a visitor asks for; for another name it has none to show. */
final class NameKeyManager extends X509ExtendedKeyManager {

    private final Certificates certificates;

    NameKeyManager(Certificates certificates) {
        this.certificates = certificates;
    }

    /** The server name that a session was begun with, in lower case; empty when the visitor named none. */
    static String serverName(SSLSession session) {
        if (session instanceof ExtendedSSLSession extended) {
            List<SNIServerName> names = extended.getRequestedServerNames();
            for (SNIServerName name : names) {
                if (name instanceof SNIHostName host) {
                    return bare(host.getAsciiName());
                }
            }
        }
        return "";
    }

    static String bare(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return lower.endsWith(".") ? lower.substring(0, lower.length() - 1) : lower;
    }

    @Override
    public String chooseEngineServerAlias(String keyType, Principal[] issuers, SSLEngine engine) {
        Optional<Certificates.Shown> shown = certificates.find(serverName(engine.getHandshakeSession()));
        return shown.filter(s -> fits(keyType, s.key()))
                .map(Certificates.Shown::alias)
                .orElse(null);
    }

    private static boolean fits(String keyType, PrivateKey key) {
        return keyType.equals(key.getAlgorithm())
                || (keyType.startsWith("EC") && key.getAlgorithm().equals("EC"))
                || (keyType.equals("RSASSA-PSS") && key.getAlgorithm().equals("RSASSA-PSS"));
    }

    @Override
    public X509Certificate[] getCertificateChain(String alias) {
        Certificates.Shown shown = certificates.ofAlias(alias);
        return shown == null ? null : shown.chain();
    }

    @Override
    public PrivateKey getPrivateKey(String alias) {
        Certificates.Shown shown = certificates.ofAlias(alias);
        return shown == null ? null : shown.key();
    }

    @Override
    public String[] getServerAliases(String keyType, Principal[] issuers) {
        return new String[0];
    }

    @Override
    public String chooseServerAlias(String keyType, Principal[] issuers, Socket socket) {
        return null;
    }

    @Override
    public String[] getClientAliases(String keyType, Principal[] issuers) {
        return new String[0];
    }

    @Override
    public String chooseClientAlias(String[] keyType, Principal[] issuers, Socket socket) {
        return null;
    }
}
