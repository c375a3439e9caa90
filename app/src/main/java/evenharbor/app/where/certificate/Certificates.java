package evenharbor.app.where.certificate;

import evenharbor.app.common.secret.Secrets;
import evenharbor.app.who.access.Current;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;

/** The HTTPS of addresses and domains, as it is kept. */
@Service
public class Certificates {

    private final CertificateRepository repository;
    private final Secrets secrets;

    Certificates(CertificateRepository repository, Secrets secrets) {
        this.repository = repository;
        this.secrets = secrets;
    }

    /** All names of the account with HTTPS wanted, by name. */
    public List<Secured> mine() {
        return ofAccount(Current.person().accountId());
    }

    /** All names of any account with HTTPS wanted, by name. */
    public List<Secured> ofAccount(String accountId) {
        return repository.findByAccountIdOrderByName(accountId).stream()
                .map(CertificateEntity::toSecured)
                .filter(s -> s.life().wanted())
                .toList();
    }

    /** The HTTPS of host names, each its own or by the wildcard that covers it; those without are left out. */
    public Map<String, Secured> of(Collection<String> hosts) {
        Set<String> names = new TreeSet<>(hosts);
        hosts.forEach(host -> wildcard(host).ifPresent(names::add));
        Map<String, Secured> byName = new TreeMap<>();
        repository.findByNameIn(names).forEach(row -> byName.put(row.name, row.toSecured()));
        Map<String, Secured> found = new TreeMap<>();
        for (String host : hosts) {
            Optional<Secured> own = Optional.ofNullable(byName.get(host));
            Optional<Secured> shared = wildcard(host)
                    .map(byName::get)
                    .filter(s -> s.life().wanted() && s.life().held().isPresent());
            own.filter(s -> s.life().wanted() || s.declined())
                    .or(() -> shared)
                    .or(() -> own)
                    .ifPresent(secured -> found.put(host, secured));
        }
        return found;
    }

    private static Optional<String> wildcard(String host) {
        int dot = host.indexOf('.');
        return dot < 0 ? Optional.empty() : Optional.of("*" + host.substring(dot));
    }

    /** A certificate with its key, to be shown to visitors. */
    public record Shown(Secured secured, List<X509Certificate> chain, Optional<PrivateKey> key) {}

    /**
     * A name whose HTTPS changed.
     *
     * @param name the name
     * @param revision the revision in which it did
     * @param shown what visitors are to be shown; fails when the key cannot be opened or the chain not be read
     */
    public record Changed(String name, long revision, Supplier<Shown> shown) {}

    /** All names whose HTTPS changed after a revision, in the order in which it did. Each is opened by itself. */
    public List<Changed> changedAfter(long revision) {
        return repository.findByChangedInGreaterThanOrderByChangedIn(revision).stream()
                .map(row -> new Changed(row.name, row.changedIn, () -> shown(row)))
                .toList();
    }

    private Shown shown(CertificateEntity row) {
        return row.privateKey == null
                ? new Shown(row.toSecured(), List.of(), Optional.empty())
                : new Shown(
                        row.toSecured(),
                        Pem.certificates(row.chain),
                        Optional.of(Pem.privateKey(secrets.opened(row.privateKey))));
    }
}
