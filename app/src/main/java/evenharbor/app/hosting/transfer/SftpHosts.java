package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketTimeoutException;
import java.security.PublicKey;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import org.apache.sshd.client.ClientBuilder;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.NamedFactory;
import org.apache.sshd.common.SshConstants;
import org.apache.sshd.common.SshException;
import org.apache.sshd.common.cipher.BuiltinCiphers;
import org.apache.sshd.common.cipher.Cipher;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.core.CoreModuleProperties;

/** Signs in to hosts over SSH; the key of a host must be the one that its owner accepted. */
final class SftpHosts implements AutoCloseable {

    private static final Duration PATIENCE = Duration.ofSeconds(15);
    /** The kind of key, then its fingerprint as SSH clients show it. */
    private static final AttributeRepository.AttributeKey<AtomicReference<String>> SEEN =
            new AttributeRepository.AttributeKey<>();

    private static final AttributeRepository.AttributeKey<String> ACCEPTED = new AttributeRepository.AttributeKey<>();

    /** The quickest here first: AES in GCM runs on the processor, ChaCha20 does not yet in Java 17. */
    private static final List<BuiltinCiphers> CIPHERS = List.of(
            BuiltinCiphers.aes128gcm,
            BuiltinCiphers.aes256gcm,
            BuiltinCiphers.aes128ctr,
            BuiltinCiphers.aes192ctr,
            BuiltinCiphers.aes256ctr,
            BuiltinCiphers.cc20p1305_openssh);

    static {
        // The library would add a security provider for the whole process, by whose keys others' work with certificates
        // goes wrong; it needs it for itself alone.
        System.setProperty("org.apache.sshd.security.provider.BC.useNamed", "false");
    }

    private SshClient client;

    private synchronized SshClient client() {
        if (client == null) {
            client = ClientBuilder.builder()
                    .serverKeyVerifier((session, address, key) -> verified(session, key))
                    .build();
            client.setCipherFactories(
                    CIPHERS.stream().<NamedFactory<Cipher>>map(cipher -> cipher).toList());
            CoreModuleProperties.TCP_NODELAY.set(client, true);
            CoreModuleProperties.HEARTBEAT_INTERVAL.set(client, Duration.ofSeconds(20));
            // Nothing of this machine's own SSH set-up is used for other people's hosts.
            client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
            client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
            client.start();
        }
        return client;
    }

    private static boolean verified(ClientSession session, PublicKey key) {
        String seen = KeyUtils.getKeyType(key) + " " + KeyUtils.getFingerPrint(BuiltinDigests.sha256, key);
        AttributeRepository context = session.getConnectionContext();
        context.getAttribute(SEEN).set(seen);
        return seen.equals(context.getAttribute(ACCEPTED));
    }

    /** Connects, compares the key, signs in. */
    ClientSession signIn(Reach reach) throws IOException {
        AtomicReference<String> seen = new AtomicReference<>();
        ClientSession session = connected(reach, seen);
        try {
            addSecret(session, reach.secret());
            session.auth().verify(PATIENCE);
            return session;
        } catch (IOException e) {
            session.close(true);
            throw trouble(e, reach, seen.get());
        }
    }

    private ClientSession connected(Reach reach, AtomicReference<String> seen) throws IOException {
        IOException last = new HostTrouble(HostFault.NAME_UNKNOWN, reach.server());
        for (InetAddress number : reach.numbers()) {
            try {
                AttributeRepository context =
                        AttributeRepository.ofAttributesMap(Map.of(SEEN, seen, ACCEPTED, reach.identity()));
                return client().connect(reach.user(), new InetSocketAddress(number, reach.port()), context, null)
                        .verify(PATIENCE)
                        .getSession();
            } catch (IOException e) {
                last = trouble(e, reach, seen.get());
            }
        }
        throw last;
    }

    private static void addSecret(ClientSession session, String secret) throws IOException {
        if (!PrivateKey.looksLike(secret)) {
            session.addPasswordIdentity(secret);
            return;
        }
        try {
            session.addPublicKeyIdentity(PrivateKey.read(secret));
        } catch (IOException e) {
            throw new HostTrouble(HostFault.SIGN_IN_REFUSED, "The private key cannot be read.", e);
        }
    }

    private static HostTrouble trouble(IOException e, Reach reach, String seen) {
        if (e instanceof HostTrouble already) {
            return already;
        }
        if (seen != null && !seen.equals(reach.identity())) {
            return new HostTrouble(
                    reach.identity().isEmpty() ? HostFault.KEY_UNSEEN : HostFault.IDENTITY_CHANGED, seen, e);
        }
        return trouble(e);
    }

    /** What was thrown by the library, told apart. */
    static HostTrouble trouble(IOException e) {
        if (e instanceof HostTrouble already) {
            return already;
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof ConnectException) {
                return new HostTrouble(HostFault.PORT_CLOSED, cause.getMessage(), e);
            }
            if (cause instanceof TimeoutException || cause instanceof SocketTimeoutException) {
                return new HostTrouble(HostFault.TIMED_OUT, "", e);
            }
        }
        String said = String.valueOf(e.getMessage());
        if (e instanceof SshException ssh) {
            if (ssh.getDisconnectCode() == SshConstants.SSH2_DISCONNECT_NO_MORE_AUTH_METHODS_AVAILABLE) {
                return new HostTrouble(HostFault.SIGN_IN_REFUSED, said, e);
            }
            if (ssh.getDisconnectCode() == SshConstants.SSH2_DISCONNECT_TOO_MANY_CONNECTIONS) {
                return new HostTrouble(HostFault.TOO_MANY_CONNECTIONS, said, e);
            }
            if (Arrays.stream(new String[] {"identification", "Failed to parse", "protocol version"})
                    .anyMatch(said::contains)) {
                return new HostTrouble(HostFault.NOT_THIS_PROTOCOL, said, e);
            }
        }
        return new HostTrouble(HostFault.DROPPED, said, e);
    }

    @Override
    public synchronized void close() {
        if (client != null) {
            client.stop();
            client = null;
        }
    }
}
