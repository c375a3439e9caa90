package evenharbor.app.where.certificate;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.where.address.SecureNames;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Which host names visitors reach by HTTPS, held in memory: what changed is read every other second, in one query for all
 * names.
 */
@Component
class SecureHosts implements SecureNames {

    private static final Duration REMEMBERED = Duration.ofSeconds(2);

    private final JdbcClient db;
    private final AuthorityProperties authority;
    private final Clock clock;
    private final Map<String, Known> names = new ConcurrentHashMap<>();
    private final AtomicLong seen = new AtomicLong();
    private final ReentrantLock reading = new ReentrantLock();
    private volatile Instant readAt = Instant.EPOCH;

    SecureHosts(JdbcClient db, AuthorityProperties authority, Clock clock) {
        this.db = db;
        this.authority = authority;
        this.clock = clock;
    }

    /** @param counts whether it was chosen for the name, or declined; else what is for all names beside it counts */
    private record Known(
            long changedIn, boolean counts, boolean shown, Optional<Instant> from, Optional<Instant> until) {

        Known later(Known other) {
            return other.changedIn < changedIn ? this : other;
        }

        boolean secure(Instant now) {
            return shown
                    && from.filter(at -> !now.isBefore(at)).isPresent()
                    && until.filter(now::isBefore).isPresent();
        }
    }

    @Override
    public boolean secure(String host) {
        if (readAt.plus(REMEMBERED).isBefore(Instant.now()) && !changing()) {
            read();
        }
        return counting(host)
                .or(() -> counting("*" + host.substring(Math.max(0, host.indexOf('.')))))
                .map(known -> known.secure(clock.instant()))
                .orElse(false);
    }

    private Optional<Known> counting(String name) {
        return Optional.ofNullable(names.get(name)).filter(Known::counts);
    }

    /** What is changed and not committed yet may be taken back: nothing is learned of it. */
    static boolean changing() {
        return TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    }

    /** One at a time; the others go on with what is known. */
    private void read() {
        if (reading.tryLock()) {
            try {
                follow();
            } finally {
                reading.unlock();
            }
        }
    }

    /** Reads what changed, however lately that was done. */
    void follow() {
        Instant now = Instant.now();
        db.sql("select name, wanted, choice, sends_on, valid_from, valid_until, changed_in from certificate where"
                        + " changed_in > ? order by changed_in")
                .param(seen.get())
                .query((row, n) -> {
                    boolean wanted = row.getBoolean("wanted");
                    boolean declined = HttpsChoice.valueOf(row.getString("choice")) == HttpsChoice.OFF;
                    Known read = new Known(
                            row.getLong("changed_in"),
                            wanted || declined,
                            wanted && row.getBoolean("sends_on"),
                            DatabaseTime.readIfAny(row, "valid_from"),
                            DatabaseTime.readIfAny(row, "valid_until"));
                    names.merge(row.getString("name"), read, Known::later);
                    return seen.accumulateAndGet(read.changedIn, Math::max);
                })
                .list();
        readAt = now;
    }

    /** Known before anybody asks, also whoever changes something first. */
    @EventListener(ApplicationStartedEvent.class)
    void begin() {
        read();
    }

    @Override
    public boolean byThemselves() {
        return authority.givesByDefault();
    }

    @TransactionalEventListener
    void changed(CertificatesChanged changed) {
        readAt = Instant.EPOCH;
    }
}
