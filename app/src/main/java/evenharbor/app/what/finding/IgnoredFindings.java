package evenharbor.app.what.finding;

import evenharbor.app.who.access.Current;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What of a site's findings its people do not want to hear of again: one, or a whole kind, each with the reason. */
@Component
@Transactional
class IgnoredFindings {

    private final JdbcClient db;
    private final Clock clock;

    IgnoredFindings(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** Something ignored. @param wholeKind whether it is all of its kind */
    record Ignored(String id, FindingKind kind, boolean wholeKind, String path, String subject, String reason) {}

    /** What is ignored of a site, by id. */
    @Transactional(readOnly = true)
    Map<String, Ignored> of(String siteId) {
        Map<String, Ignored> all = new HashMap<>();
        List<Ignored> rows = db.sql(
                        "select id, kind, whole_kind, path, subject, reason from finding_ignored where site_id = ?")
                .param(siteId)
                .query((row, n) -> new Ignored(
                        row.getString("id"),
                        FindingKind.valueOf(row.getString("kind")),
                        row.getBoolean("whole_kind"),
                        row.getString("path"),
                        row.getString("subject"),
                        row.getString("reason")))
                .list();
        rows.forEach(row -> all.put(row.id(), row));
        return all;
    }

    void ignore(String siteId, Finding finding, String reason) {
        put(siteId, FindingIds.of(finding), finding.kind(), false, finding.path(), finding.subject(), reason);
    }

    void ignore(String siteId, FindingKind kind, String reason) {
        put(siteId, FindingIds.of(kind), kind, true, "", "", reason);
    }

    /** Lists it again. @return whether it was ignored */
    boolean listAgain(String siteId, String id) {
        return db.sql("delete from finding_ignored where site_id = ? and id = ?")
                        .params(siteId, id)
                        .update()
                > 0;
    }

    private void put(
            String siteId, String id, FindingKind kind, boolean wholeKind, String path, String subject, String reason) {
        db.sql(
                        "replace into finding_ignored (id, site_id, kind, whole_kind, path, subject, reason, ignored_by, ignored_at)"
                                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        siteId,
                        kind.name(),
                        wholeKind,
                        path,
                        subject.length() > 2000 ? subject.substring(0, 2000) : subject,
                        reason,
                        Current.person().id(),
                        LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC))
                .update();
    }
}
