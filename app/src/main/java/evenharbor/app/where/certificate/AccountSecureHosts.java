package evenharbor.app.where.certificate;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.HarborProperties;
import evenharbor.app.what.live.Revisions;
import evenharbor.app.where.address.Addresses;
import java.time.Duration;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** What builds are made with: which of an account's host names visitors reach by HTTPS. Held until a name changes. */
@Component
public class AccountSecureHosts {

    private static final int USUAL_PORT = 443;

    private static final int MOST_HOSTS_HELD = 1_000_000;

    /** Certificates end without any change. */
    private static final Duration HELD = Duration.ofMinutes(10);

    private final Addresses addresses;
    private final SecureHosts secureNames;
    private final Revisions revisions;
    private final HarborProperties harbor;
    private final Cache<String, Known> known = Caffeine.newBuilder()
            .maximumWeight(MOST_HOSTS_HELD)
            .weigher((String account, Known held) -> held.hosts.size() + 1)
            .expireAfterWrite(HELD)
            .build();

    AccountSecureHosts(Addresses addresses, SecureHosts secureNames, Revisions revisions, HarborProperties harbor) {
        this.addresses = addresses;
        this.secureNames = secureNames;
        this.revisions = revisions;
        this.harbor = harbor;
    }

    /** The secure host names of an account, as they were at a revision of names. */
    private record Known(long revision, Map<String, String> hosts) {}

    /**
     * What stands in URLs by plain HTTP for the account's secure host names, with what takes its place in URLs by HTTPS; a
     * port is named unless it is the usual one.
     */
    public Map<String, String> of(String accountId) {
        long now = revisions.ofNames();
        Known held = known.getIfPresent(accountId);
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
            known.put(accountId, new Known(now, fixed));
        }
        return fixed;
    }
}
