package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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
                "select count(*) from site where account_id = :account",
                "sites",
                "Delete one for good, or ask whoever runs this harbor for more.");
    }

    /** Refuses one name more than the sites of an account may have; paths under one name are one. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void oneNameMore(String accountId) {
        refuse(
                accountId,
                limits.names(),
                "select count(distinct host) from site_address where account_id = :account and held_until is null",
                "names",
                "Give one up, or ask whoever runs this harbor for more.");
    }

    /** Refuses one publish to a host more than an account may ask for in a day. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void oneSendMore(String accountId) {
        refuse(
                accountId,
                limits.sendsPerDay(),
                "select count(*) from host_job j join site s on s.id = j.site_id where s.account_id = :account and j.kind ="
                        + " 'PUBLISH' and j.started_at > :since",
                "publishes to hosts in a day",
                "Try again later, or ask whoever runs this harbor for more.");
    }

    private void refuse(String accountId, int limit, String count, String what, String todo) {
        if (limit <= 0) {
            return;
        }
        // Two at once are counted one after the other.
        db.sql("select id from account where id = ? for update")
                .param(accountId)
                .query(String.class)
                .optional();
        Instant since = clock.instant().minus(DAY);
        int used = db.sql(count)
                .param("account", accountId)
                .param("since", DatabaseTime.of(since))
                .query(Integer.class)
                .single();
        if (used >= limit) {
            throw new Problem(
                    ProblemType.QUOTA_REACHED,
                    "An account may have " + limit + " " + what + " on this harbor, and yours has " + used
                            + ". Nothing was changed. " + todo);
        }
    }
}
