package evenharbor.app.where.certificate;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.what.live.Revisions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.certificate.BroughtCertificate;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hsts;
import evenharbor.core.where.certificate.HstsStep;
import evenharbor.core.where.certificate.LifeEvent;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;

/** HTTPS of the current person's addresses and domains: switched on and off, and what is asked of browsers. */
@Service
public class Certificates {

    private static final int USUAL_PORT = 443;

    private static final int MOST_HOSTS_HELD = 1_000_000;

    /** Certificates end without any change. */
    private static final Duration HELD = Duration.ofMinutes(10);

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final Addresses addresses;
    private final Domains domains;
    private final Secrets secrets;
    private final HarborProperties harbor;
    private final Revisions revisions;
    private final SecureHosts secureNames;
    private final Clock clock;
    private final Cache<String, SecureOfAccount> secureOfAccounts = Caffeine.newBuilder()
            .maximumWeight(MOST_HOSTS_HELD)
            .weigher((String account, SecureOfAccount held) -> held.hosts.size() + 1)
            .expireAfterWrite(HELD)
            .build();

    Certificates(
            CertificateRepository repository,
            CertificateRows rows,
            Addresses addresses,
            Domains domains,
            Secrets secrets,
            HarborProperties harbor,
            Revisions revisions,
            SecureHosts secureNames,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.addresses = addresses;
        this.domains = domains;
        this.secrets = secrets;
        this.harbor = harbor;
        this.revisions = revisions;
        this.secureNames = secureNames;
        this.clock = clock;
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

    /**
     * What stands in URLs by plain HTTP for the account's secure host names, with what takes its place in URLs by HTTPS; a
     * port is named unless it is the usual one.
     */
    public Map<String, String> secureHosts(String accountId) {
        long now = revisions.ofNames();
        SecureOfAccount held = secureOfAccounts.getIfPresent(accountId);
        if (held != null && held.revision == now) {
            return held.hosts;
        }
        if (!SecureHosts.changing()) {
            secureNames.follow();
        }
        Map<String, String> hosts = new TreeMap<>();
        int port = harbor.visitors().port();
        int securePort = harbor.visitors().securePort();
        addresses.hostNames(accountId).stream().filter(secureNames::secure).forEach(host -> {
            String secure = host + (securePort == USUAL_PORT ? "" : ":" + securePort);
            hosts.put(host, secure);
            hosts.put(host + ":" + port, secure);
        });
        Map<String, String> fixed = Collections.unmodifiableMap(hosts);
        if (!SecureHosts.changing()) {
            secureOfAccounts.put(accountId, new SecureOfAccount(now, fixed));
        }
        return fixed;
    }

    /** The secure host names of an account, as they were at a revision of names. */
    private record SecureOfAccount(long revision, Map<String, String> hosts) {}

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

    /** Turns HTTPS on at one of a site's addresses. */
    public Secured turnOn(String siteId, String addressId) {
        return turnOn(addresses.mine(siteId, addressId).hostName());
    }

    /** Turns HTTPS on at all of a site's addresses. */
    public void turnOnAll(String siteId) {
        addresses.of(siteId).stream().map(Address::hostName).distinct().forEach(this::turnOn);
    }

    private Secured turnOn(String name) {
        boolean mine = repository
                .findByNameAndAccountId(name, Current.person().accountId())
                .map(row -> row.wanted && row.choice == HttpsChoice.ON)
                .orElse(false);
        if (!mine) {
            rows.begin(name, Current.person());
            rows.change(name, row -> {
                Instant now = clock.instant();
                row.choice = HttpsChoice.ON;
                row.setLife(row.life().on(new LifeEvent.TurnedOn(), now));
                row.sendsOn |=
                        row.life().held().filter(held -> held.validAt(now)).isPresent();
                rows.note(ActivityKind.HTTPS_CHANGED, row, " is to be secure");
            });
        }
        return repository.findById(name).orElseThrow().toSecured();
    }

    /** Turns HTTPS on for all names under a domain whose zone we host. */
    public Secured turnOnWildcard(String domainId) {
        Domain domain = domains.mine(domainId);
        if (!domain.proven() || !domain.hosted()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "A certificate for all names under " + domain.name().unicode()
                            + " needs its records to be kept here. Nothing was changed.");
        }
        return turnOn("*." + domain.name().ascii());
    }

    /** Turns HTTPS off at a name, once no browser insists on it any more. */
    public void turnOff(String name) {
        if (repository.findById(name).filter(row -> row.wanted).isEmpty()) {
            addresses.needMine(name);
            rows.begin(name, Current.person());
        }
        CertificateEntity mine = own(name);
        Hsts hsts = mine.hsts();
        Instant now = clock.instant();
        if (mine.wanted && !hsts.free(now)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Browsers that were here were asked to come by HTTPS only. "
                            + (hsts.step() == HstsStep.NONE
                                    ? "The last of them may insist on it for a while yet."
                                    : "Lower that promise to none first.")
                            + " Nothing was changed.");
        }
        rows.change(name, row -> {
            row.setLife(row.life().on(new LifeEvent.TurnedOff(), now));
            row.choice = HttpsChoice.OFF;
            row.sendsOn = false;
            rows.note(ActivityKind.HTTPS_CHANGED, row, " is no longer secure");
        });
    }

    private CertificateEntity row(String name) {
        CertificateEntity row = own(name);
        if (!row.wanted) {
            throw Problem.notFound("This name's HTTPS");
        }
        return row;
    }

    private CertificateEntity own(String name) {
        return repository
                .findByNameAndAccountId(name, Current.person().accountId())
                .orElseThrow(() -> Problem.notFound("This name's HTTPS"));
    }

    /** One name of the account. */
    public Secured mine(String name) {
        return row(name).toSecured();
    }

    /** Tries again what a person may have mended. */
    public void tryAgain(String name) {
        row(name);
        mended(name);
    }

    /** Something that was in the way of a name's certificate may have changed. */
    public void mended(String name) {
        boolean waits = repository
                .findById(name)
                .map(row -> !row.life().equals(row.life().on(new LifeEvent.Mended(), clock.instant())))
                .orElse(false);
        if (waits) {
            rows.apply(name, new LifeEvent.Mended());
        }
    }

    /** Sends visitors who come by plain HTTP on, or not. */
    public void setSendsOn(String name, boolean sendsOn) {
        CertificateEntity mine = row(name);
        CertificateLife life = mine.life();
        if (sendsOn && life.held().filter(h -> h.validAt(clock.instant())).isEmpty()) {
            throw new Problem(ProblemType.NOT_READY, "There is no certificate as yet. Nothing was changed.");
        }
        if (!sendsOn && !mine.hsts().free(clock.instant())) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Browsers that were here come by HTTPS in any case. Lower that promise first. Nothing was changed.");
        }
        rows.change(name, row -> {
            row.sendsOn = sendsOn;
            rows.note(
                    ActivityKind.HTTPS_CHANGED,
                    row,
                    sendsOn ? ": plain HTTP is sent on" : ": plain HTTP is no longer sent on");
        });
    }

    /** Takes a step of the promise that browsers are asked for. */
    public void setHsts(String name, HstsStep step, boolean subdomains) {
        Hsts before = row(name).hsts();
        Instant now = clock.instant();
        before.hindrance(step, subdomains, now).ifPresent(sentence -> {
            throw new Problem(ProblemType.NOT_READY, sentence + " Nothing was changed.");
        });
        if (step.compareTo(before.step()) > 0 && !row(name).toSecured().secure(now)) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Visitors have to come by HTTPS before they are asked to promise it. Nothing was changed.");
        }
        rows.change(name, row -> {
            row.setHsts(row.hsts().changed(step, subdomains, now));
            rows.note(
                    ActivityKind.HTTPS_CHANGED,
                    row,
                    ": browsers are asked to come by HTTPS only, " + step.words()
                            + (subdomains ? ", names below included" : ""));
        });
    }

    /** Takes a certificate that was brought from elsewhere. */
    void bring(String name, BroughtCertificate brought) {
        rows.begin(name, Current.person());
        rows.change(name, row -> {
            row.choice = HttpsChoice.ON;
            row.setLife(row.life().on(new LifeEvent.Brought(brought.holding()), clock.instant()));
            row.chain = Pem.of(brought.chain());
            row.privateKey = secrets.sealed(Pem.of(brought.key()));
            row.sendsOn = true;
            rows.note(ActivityKind.HTTPS_CHANGED, row, ": a certificate was brought");
        });
    }
}
