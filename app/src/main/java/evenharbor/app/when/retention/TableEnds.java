package evenharbor.app.when.retention;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Where the end is of each table that grows. */
@Component
public class TableEnds {

    private static final int AT_ONCE = 5_000;

    private static final Duration YEAR = Duration.ofDays(366);

    /**
     * The end of a table.
     *
     * @param kept how long its rows are kept
     * @param over which rows have come to their end; {@code ?} is the time before which that is
     */
    record End(String table, Duration kept, String over) {}

    static final List<End> ENDS = List.of(
            new End("activity", YEAR.multipliedBy(2), "at < ?"),
            new End("credential_event", YEAR.multipliedBy(2), "at < ?"),
            new End("publication", YEAR, "state <> 'RUNNING' and finished_at < ?"),
            new End("live_span", YEAR.multipliedBy(5), "until_at < ?"),
            // What was so before the first that is left is told by that one.
            new End(
                    "life_record",
                    YEAR.multipliedBy(5),
                    "at < ? and id not in (select latest from (select max(id) latest from life_record group by site_id) l)"),
            new End(
                    "address_record",
                    YEAR.multipliedBy(5),
                    "at < ? and id not in (select latest from (select max(id) latest from address_record group by site_id) l)"),
            new End(
                    "host_job",
                    YEAR,
                    "state not in ('RUNNING', 'PAUSED') and finished_at < ? and id not in (select last from (select max(id)"
                            + " last from host_job j where j.started_at = (select max(k.started_at) from host_job k where"
                            + " k.destination_id = j.destination_id) group by j.destination_id) l)"),
            // The row alone: its files went before.
            new End("version", YEAR.multipliedBy(5), "gone_at < ?"),
            new End("plan_step", YEAR.multipliedBy(2), "done_at < ?"),
            new End(
                    "plan",
                    YEAR.multipliedBy(2),
                    "next_at is null and created_at < ? and not exists (select 1 from plan_step s where s.plan_id = plan.id)"
                            + " and not exists (select 1 from plan_while w where w.plan_id = plan.id)"),
            new End("certificate_order", YEAR, "placed_at < ?"),
            new End("certificate_warning", YEAR, "at < ?"),
            new End(
                    "zone_version",
                    YEAR.multipliedBy(2),
                    "at < ? and id not in (select latest from (select max(id) latest from zone_version group by domain_id) l)"),
            new End("known_device", YEAR, "at < ?"),
            new End("notice", YEAR, "at < ?"),
            new End("mail", Duration.ofDays(60), "next_at is null and created_at < ?"),
            new End(
                    "review_comment",
                    YEAR.multipliedBy(2),
                    "at < ? and not exists (select 1 from review r where r.id = review_comment.review_id and r.state = 'OPEN')"),
            new End(
                    "review",
                    YEAR.multipliedBy(5),
                    "asked_at < ? and state <> 'OPEN' and not exists (select 1 from review_comment c where c.review_id = review.id)"),
            new End("invitation", Duration.ZERO, "expires_at < ?"),
            new End("presence", Duration.ofDays(1), "at < ?"),
            new End("hand_over", Duration.ZERO, "expires_at < ?"),
            new End("visitor_code", Duration.ZERO, "expires_at < ?"),
            new End("mail_proof", Duration.ZERO, "expires_at < ?"),
            new End("person_invitation", Duration.ZERO, "expires_at < ?"),
            new End("authority_challenge", Duration.ofDays(1), "expires_at < ?"),
            new End("preview", Duration.ZERO, "expires_at < ?"),
            new End("repeat_answer", Duration.ofDays(2), "at < ?"),
            // Its tries go with it.
            new End("message", Duration.ofDays(30), "next_at is null and at < ?"),
            // The last that was good stays for as long as there is no other.
            new End(
                    "backup_run",
                    YEAR,
                    "begun_at < ? and id not in (select latest from (select max(id) latest from backup_run where good) b)"),
            new End("outside_link", Duration.ofDays(7), "asked_at < ?"),
            new End("access_token", YEAR, "expires_at < ?"),
            new End("content_sent", Duration.ofDays(2), "at < ?"));

    /** Tables whose module ends them by itself, as rows are added or by a task of its own. */
    static final Set<String> ENDED_ELSEWHERE = Set.of(
            "node_state",
            "node_trouble",
            "message_try",
            "missed_visit",
            "missed_referrer",
            "page_visit",
            "page_referrer",
            "redirect_use",
            "visit_day",
            "repeat_key",
            "sign_in_failure",
            "SPRING_SESSION",
            "SPRING_SESSION_ATTRIBUTES",
            "scheduled_tasks");

    /** Tables that have a row for each thing that there is, and lose it with that thing. */
    static final Set<String> BOUNDED = Set.of(
            "watch",
            "account",
            "account_closing",
            "address_check",
            "arrival",
            "arrival_rule",
            "audience_email",
            "audience_list",
            "audience_part",
            "audience_registration",
            "authority_account",
            "certificate",
            "cost",
            "destination",
            "domain",
            "draft",
            "finding_ignored",
            "flyway_schema_history",
            "follower",
            "harbor_revision",
            "host",
            "host_holder",
            "ledger_entry",
            "live_state",
            "membership",
            "notice_choice",
            "notice_end",
            "missed_ignored",
            "page_day",
            "pass_key",
            "people_list",
            "people_list_email",
            "person",
            "place",
            "plan_while",
            "reading_link",
            "sftp_key",
            "watched_folder",
            "receiver",
            "recovery_code",
            "registered_visitor",
            "redirect_set",
            "redirect_since",
            "retention_rule",
            "review_rule",
            "second_factor",
            "sftp_host_key",
            "shared_folder",
            "site",
            "site_address",
            "site_role",
            "user_credentials",
            "unlisted_part",
            "zone_copy");

    private final JdbcClient db;
    private final Clock clock;

    TableEnds(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> rowsEnd(ObjectProvider<TableEnds> ends) {
            return Tasks.recurring("rows-end", FixedDelay.ofHours(6))
                    .execute((task, context) -> ends.getObject().cleanUp());
        }
    }

    /** Removes what has come to its end, some rows at a time so that nobody waits for long. */
    public void cleanUp() {
        for (End end : ENDS) {
            LocalDateTime before =
                    clock.instant().minus(end.kept()).atOffset(ZoneOffset.UTC).toLocalDateTime();
            int removed;
            do {
                removed = db.sql("delete from " + end.table() + " where " + end.over() + " limit " + AT_ONCE)
                        .param(before)
                        .update();
            } while (removed == AT_ONCE);
        }
    }
}
