package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.Protocol;
import java.net.InetAddress;
import java.util.List;

/**
 * How a host is reached and signed in to.
 *
 * @param protocol how files are sent
 * @param server its name, as certificates are made out to
 * @param numbers the addresses of that name, in the order in which they are tried
 * @param port TCP port
 * @param user to sign in with
 * @param secret a password, or a private key as {@link PrivateKey} gives it
 * @param identity fingerprint of the certificate or key that the owner accepted; empty for none yet
 * @param connections how many may be open at once, at most
 */
public record Reach(
        Protocol protocol,
        String server,
        List<InetAddress> numbers,
        int port,
        String user,
        String secret,
        String identity,
        int connections) {

    /** Leaves the secret out: what is written somewhere is read by someone. */
    @Override
    public String toString() {
        return protocol + " " + user + " at " + server + ":" + port;
    }
}
