package evenharbor.app.where.certificate;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import evenharbor.app.where.address.SecureNames;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/** Which host names are secure; asked for each URL that is shown, and so remembered for a moment. */
@Component
class SecureHosts implements SecureNames {

    private static final int MOST = 10_000;
    private static final Duration REMEMBERED = Duration.ofSeconds(2);

    private final LoadingCache<String, Boolean> known;
    private final AuthorityProperties authority;

    SecureHosts(CertificateRepository repository, AuthorityProperties authority, Clock clock) {
        this.authority = authority;
        known = Caffeine.newBuilder()
                .maximumSize(MOST)
                .expireAfterWrite(REMEMBERED)
                .build(host -> Stream.of(host, "*" + host.substring(Math.max(0, host.indexOf('.'))))
                        .map(repository::findById)
                        .flatMap(Optional::stream)
                        .filter(row -> row.wanted || row.choice == HttpsChoice.OFF)
                        .findFirst()
                        .map(row -> row.toSecured().secure(clock.instant()))
                        .orElse(false));
    }

    @Override
    public boolean secure(String host) {
        return known.get(host);
    }

    @Override
    public boolean byThemselves() {
        return authority.givesByDefault();
    }

    @TransactionalEventListener
    void changed(CertificatesChanged changed) {
        known.invalidateAll();
    }
}
