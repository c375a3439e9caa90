package evenharbor.app.hosting.transfer;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLSocket;

/** Finds out whether TLS is spoken at a port from the first byte. */
public final class TlsProbe {

    private TlsProbe() {}

    /** Whether a certificate is shown there, whosever it is. @param patience milliseconds for each answer */
    public static boolean speaks(InetAddress number, int port, int patience) {
        HostTrust trust = new HostTrust("", HostTrust.ANY);
        try (Socket plain = new Socket()) {
            plain.connect(new InetSocketAddress(number, port), patience);
            plain.setSoTimeout(patience);
            try (SSLSocket socket = (SSLSocket)
                    trust.context().getSocketFactory().createSocket(plain, number.getHostAddress(), port, true)) {
                socket.startHandshake();
                return true;
            }
        } catch (SSLException e) {
            return trust.shown().isPresent();
        } catch (IOException e) {
            return false;
        }
    }
}
