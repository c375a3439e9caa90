package evenharbor.app.when.retention;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.Current;
import evenharbor.core.when.retention.RetentionRule;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The rule of each account. */
@Component
@Transactional
class RetentionRules {

    private final JdbcClient db;
    private final Clock clock;

    RetentionRules(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** A rule, and whose days count. */
    record ZonedRule(RetentionRule rule, ZoneId zone) {
        private static final ZonedRule USUAL = new ZonedRule(RetentionRule.USUAL, ZoneOffset.UTC);
    }

    /** The rule of an account. */
    @Transactional(readOnly = true)
    public ZonedRule of(String accountId) {
        return db.sql("select all_days, daily, weekly, monthly, zone from retention_rule where account_id = ?")
                .param(accountId)
                .query((row, n) -> new ZonedRule(
                        new RetentionRule(row.getInt(1), row.getInt(2), row.getInt(3), Optional.ofNullable((Integer)
                                row.getObject(4))),
                        ZoneId.of(row.getString(5))))
                .optional()
                .orElse(ZonedRule.USUAL);
    }

    /** Gives the person's account a rule. */
    public void set(RetentionRule rule, String zone) {
        rule.fault().ifPresent(fault -> {
            throw Problem.field("rule", fault);
        });
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw Problem.field("zone", "This time zone is not known.");
        }
        db.sql(
                        "replace into retention_rule (account_id, all_days, daily, weekly, monthly, zone, changed_by, changed_at)"
                                + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        Current.person().accountId(),
                        rule.all(),
                        rule.daily(),
                        rule.weekly(),
                        rule.monthly().orElse(null),
                        zone,
                        Current.person().id(),
                        clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
    }
}
