package evenharbor.edge.tls;

import java.security.PrivateKey;
import java.security.cert.CertificateEncodingException;
import java.security.cert.X509Certificate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicLong;

/**
 * The certificates that visitors are shown, by server name. Any number of threads may add, replace and withdraw them while
 * handshakes go on: one that began with a certificate ends with it.
 */
public final class Certificates {

    private static final long SPARED_NANOS = 60_000_000_000L;

    private final Map<String, Shown> byName = new ConcurrentHashMap<>();
    private final Map<String, Shown> byAlias = new ConcurrentHashMap<>();
    private final Set<String> declined = ConcurrentHashMap.newKeySet();
    private final Queue<Retired> retired = new ConcurrentLinkedQueue<>();
    private final Map<Bytes, X509Certificate> issuers = new ConcurrentHashMap<>();
    private final AtomicLong generations = new AtomicLong();

    /** A certificate with its key, under the alias that a handshake knows it by. */
    record Shown(String alias, X509Certificate[] chain, PrivateKey key) {}

    private record Retired(String alias, long atNanos) {}

    private record Bytes(byte[] bytes) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Bytes b && Arrays.equals(bytes, b.bytes);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(bytes);
        }
    }

    /**
     * Shows a certificate for a name from now on.
     *
     * @param name in DNS form and lower case; {@code *.NAME} for all one label below NAME
     * @param chain the certificate first, then those of its issuers
     */
    public void put(String name, List<X509Certificate> chain, PrivateKey key) {
        X509Certificate[] shared = new X509Certificate[chain.size()];
        shared[0] = chain.get(0);
        for (int i = 1; i < shared.length; i++) {
            shared[i] = shared(chain.get(i));
        }
        Shown shown = new Shown(name + "#" + generations.incrementAndGet(), shared, key);
        byAlias.put(shown.alias(), shown);
        declined.remove(name);
        retire(byName.put(name, shown));
    }

    /** Thousands of certificates have few issuers: each is held once. */
    private X509Certificate shared(X509Certificate issuer) {
        try {
            return issuers.computeIfAbsent(new Bytes(issuer.getEncoded()), b -> issuer);
        } catch (CertificateEncodingException e) {
            return issuer;
        }
    }

    /** Shows none for a name, not even one for all names beside it. */
    public void decline(String name) {
        declined.add(name);
        retire(byName.remove(name));
    }

    /** Shows no certificate of its own for a name any more. */
    public void remove(String name) {
        declined.remove(name);
        retire(byName.remove(name));
    }

    /** Handshakes under way still need what they began with, for a while. */
    private void retire(Shown old) {
        long now = System.nanoTime();
        if (old != null) {
            retired.add(new Retired(old.alias(), now));
        }
        for (Retired first = retired.peek();
                first != null && now - first.atNanos() > SPARED_NANOS;
                first = retired.peek()) {
            if (retired.remove(first)) {
                byAlias.remove(first.alias());
            }
        }
    }

    /** The names there are certificates for. */
    public Set<String> names() {
        return Set.copyOf(byName.keySet());
    }

    /** Whether visitors of a host name, in lower case, are shown a certificate. */
    public boolean has(String host) {
        return find(host).isPresent();
    }

    /** The certificate for a server name, in lower case. */
    Optional<Shown> find(String host) {
        Shown exact = byName.get(host);
        if (exact != null) {
            return Optional.of(exact);
        }
        int dot = host.indexOf('.');
        return dot < 0 || declined.contains(host)
                ? Optional.empty()
                : Optional.ofNullable(byName.get("*" + host.substring(dot)));
    }

    Shown ofAlias(String alias) {
        return byAlias.get(alias);
    }
}
