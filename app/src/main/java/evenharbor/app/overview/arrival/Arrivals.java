package evenharbor.app.overview.arrival;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.harbor.publish.ArrivalRule;
import evenharbor.core.what.version.Manifest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.UnaryOperator;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes what programs send into drafts, and keeps what is to be published by itself. */
@Service
@Transactional
public class Arrivals {

    private final JdbcClient db;
    private final Drafts drafts;
    private final Sites sites;
    private final Activities activities;
    private final Clock clock;

    Arrivals(JdbcClient db, Drafts drafts, Sites sites, Activities activities, Clock clock) {
        this.db = db;
        this.drafts = drafts;
        this.sites = sites;
        this.activities = activities;
        this.clock = clock;
    }

    /** Something that is to be published. @param revision of the draft as it arrived */
    record Waiting(String siteId, String personId, long revision, Instant at) {}

    /** What becomes of files that arrive for a site. */
    @Transactional(readOnly = true)
    public ArrivalRule rule(String siteId) {
        return db.sql("select publishes, stopped_by from arrival_rule where site_id = ?")
                .param(siteId)
                .query((row, n) -> new ArrivalRule(
                        row.getBoolean("publishes"), ArrivalRule.StoppedBy.valueOf(row.getString("stopped_by"))))
                .optional()
                .orElse(ArrivalRule.DRAFT);
    }

    /** Decides what becomes of files that arrive for a site of the current person. */
    public void setRule(String siteId, ArrivalRule rule) {
        sites.mine(siteId);
        db.sql("replace into arrival_rule (site_id, publishes, stopped_by) values (?, ?, ?)")
                .params(siteId, rule.publishes(), rule.stoppedBy().name())
                .update();
    }

    /** Changes the draft as it is now, in someone's name; it is published by itself where the rule says so. */
    public void take(String siteId, Person person, String words, UnaryOperator<Manifest> edits) {
        Current.as(person, () -> {
            Draft draft = drafts.change(siteId, OptionalLong.empty(), words, edits);
            if (rule(siteId).publishes()) {
                db.sql("replace into arrival (site_id, person_id, revision, at) values (?, ?, ?, ?)")
                        .params(siteId, person.id(), draft.revision(), DatabaseTime.of(clock.instant()))
                        .update();
            }
        });
    }

    /** Tells all who publish the site that what a program sent was not taken over. @param why whole sentences */
    public void refused(String siteId, String accountId, String why) {
        // It is the harbor that refuses, so whoever sent it is told, too.
        activities.note(ActivityKind.UPLOAD_FAILED, siteId, Activities.harbor(accountId), why);
    }

    /** What waits to be published, the oldest first. */
    @Transactional(readOnly = true)
    List<Waiting> waiting() {
        return db.sql("select site_id, person_id, revision, at from arrival order by at")
                .query((row, n) -> new Waiting(
                        row.getString("site_id"),
                        row.getString("person_id"),
                        row.getLong("revision"),
                        DatabaseTime.read(row, "at")))
                .list();
    }

    /** Locks what waits, for whoever deals with it; empty when it is dealt with, or more has come since. */
    Optional<Waiting> lock(Waiting waiting) {
        return db.sql("select revision from arrival where site_id = ? for update")
                .param(waiting.siteId())
                .query(Long.class)
                .optional()
                .filter(revision -> revision == waiting.revision())
                .map(revision -> waiting);
    }

    void done(Waiting waiting) {
        db.sql("delete from arrival where site_id = ? and revision = ?")
                .params(waiting.siteId(), waiting.revision())
                .update();
    }
}
