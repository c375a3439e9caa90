package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.IntSupplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How much of the harbor an account may use, where its operator set a limit; the bytes of its sites are counted elsewhere. */
@Component
public class Quotas {

    private static final Duration DAY = Duration.ofDays(1);

    private final QuotaProperties limits;
    private final JdbcClient db;
    private final Clock clock;

    Quotas(QuotaProperties limits, JdbcClient db, Clock clock) {
        this.limits = limits;
        this.db = db;
        this.clock = clock;
    }

    /** Refuses one site more than an account may have; deleted ones that can be brought back are counted. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void oneSiteMore(String accountId) {
        refuse(
                accountId,
                limits.sites(),
                () -> sites(accountId) + 1,
                "site",
                "sites",
                "Delete one for good, or ask whoever runs this harbor for more.");
    }

    /**
     * Refuses more names than the sites of an account may have; paths under one name are one.
     *
     * @param hosts the names that are to come, among them those that the account has already
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void moreNames(String accountId, Collection<String> hosts) {
        refuse(
                accountId,
                limits.names(),
                () -> {
                    Set<String> names = names(accountId);
                    // Who has too many since the limit was lowered may go on with those.
                    return names.addAll(hosts) ? names.size() : 0;
                },
                "name",
                "names",
                "Give one up, or ask whoever runs this harbor for more.");
    }

    /** Refuses one publish to a host more than an account may ask for in a day. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void oneSendMore(String accountId) {
        refuse(
                accountId,
                limits.sendsPerDay(),
                () -> sends(accountId) + 1,
                "publish to hosts in a day",
                "publishes to hosts in a day",
                "Try again later, or ask whoever runs this harbor for more.");
    }

    /** What is counted. */
    enum Kind {
        SITES,
        NAMES,
        SENDS_PER_DAY
    }

    /**
     * How much an account uses of what it may have.
     *
     * @param used how many there are now
     * @param limit how many there may be
     */
    record QuotaUse(Kind kind, int used, int limit) {}

    /** Where there is a limit, how much of it an account uses. */
    @Transactional(readOnly = true)
    public List<QuotaUse> uses(String accountId) {
        List<QuotaUse> all = new ArrayList<>();
        use(all, Kind.SITES, limits.sites(), () -> sites(accountId));
        use(all, Kind.NAMES, limits.names(), () -> names(accountId).size());
        use(all, Kind.SENDS_PER_DAY, limits.sendsPerDay(), () -> sends(accountId));
        return all;
    }

    private static void use(List<QuotaUse> all, Kind kind, int limit, IntSupplier used) {
        if (limit > 0) {
            all.add(new QuotaUse(kind, used.getAsInt(), limit));
        }
    }

    private int sites(String accountId) {
        return count("select count(*) from site where account_id = ?", accountId);
    }

    private Set<String> names(String accountId) {
        return new HashSet<>(
                db.sql("select distinct host from site_address where account_id = ? and held_until is null")
                        .param(accountId)
                        .query(String.class)
                        .list());
    }

    private int sends(String accountId) {
        return count(
                "select count(*) from host_job j join site s on s.id = j.site_id where s.account_id = ?"
                        + " and j.kind = 'PUBLISH' and j.started_at > ?",
                accountId,
                DatabaseTime.of(clock.instant().minus(DAY)));
    }

    private int count(String sql, Object... parameters) {
        return db.sql(sql).params(parameters).query(Integer.class).single();
    }

    /** @param then how many there would be */
    private void refuse(String accountId, int limit, IntSupplier then, String one, String many, String todo) {
        if (limit <= 0) {
            return;
        }
        // Two at once are counted one after the other.
        db.sql("select id from account where id = ? for update")
                .param(accountId)
                .query(String.class)
                .optional();
        int all = then.getAsInt();
        if (all > limit) {
            throw new Problem(
                    ProblemType.QUOTA_REACHED,
                    "An account may have " + limit + " " + (limit == 1 ? one : many)
                            + " on this harbor, and yours would have " + all + ". Nothing was changed. " + todo);
        }
    }
}
