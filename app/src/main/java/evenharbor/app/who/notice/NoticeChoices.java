package evenharbor.app.who.notice;

import evenharbor.app.who.access.Ids;
import evenharbor.core.who.notice.NoticeKind;
import evenharbor.core.who.notice.NoticeWay;
import evenharbor.core.who.notice.QuietHours;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How each person is told of what. */
@Component
@Transactional
class NoticeChoices {

    private final JdbcClient db;

    NoticeChoices(JdbcClient db) {
        this.db = db;
    }

    /** How someone is told of each kind. */
    @Transactional(readOnly = true)
    public Map<NoticeKind, NoticeWay> of(String personId) {
        Map<NoticeKind, NoticeWay> ways = new EnumMap<>(NoticeKind.class);
        Arrays.stream(NoticeKind.values()).forEach(kind -> ways.put(kind, kind.usual()));
        db.sql("select kind, way from notice_choice where person_id = ?")
                .param(personId)
                .query((row, n) ->
                        Map.entry(NoticeKind.valueOf(row.getString("kind")), NoticeWay.valueOf(row.getString("way"))))
                .list()
                .forEach(each -> ways.put(each.getKey(), each.getValue()));
        return ways;
    }

    /** Chooses how someone is told of a kind. */
    void set(String personId, NoticeKind kind, NoticeWay way) {
        db.sql(
                        "insert into notice_choice (person_id, kind, way) values (?, ?, ?) on duplicate key update way = values(way)")
                .params(personId, kind.name(), way.name())
                .update();
        if (way == NoticeWay.APP || way == NoticeWay.NOT) {
            db.sql("update notice set mail_at = null where person_id = ? and kind = ? and mailed_at is null")
                    .params(personId, kind.name())
                    .update();
        }
    }

    /** Someone's quiet hours; empty for none. */
    @Transactional(readOnly = true)
    public Optional<QuietHours> quiet(String personId) {
        return db.sql("select quiet_from, quiet_until from person where id = ? and quiet_from is not null")
                .param(personId)
                .query((row, n) -> new QuietHours(row.getInt("quiet_from"), row.getInt("quiet_until")))
                .optional();
    }

    /** Sets someone's quiet hours; empty for none. */
    void setQuiet(String personId, Optional<QuietHours> quiet) {
        db.sql("update person set quiet_from = ?, quiet_until = ? where id = ?")
                .params(
                        quiet.map(QuietHours::from).orElse(null),
                        quiet.map(QuietHours::until).orElse(null),
                        personId)
                .update();
    }

    /** What ends mails of a kind by one click, without signing in. */
    String token(String personId, NoticeKind kind) {
        db.sql("insert ignore into notice_end (token, person_id, kind) values (?, ?, ?)")
                .params(Ids.secret(), personId, kind.name())
                .update();
        return db.sql("select token from notice_end where person_id = ? and kind = ?")
                .params(personId, kind.name())
                .query(String.class)
                .single();
    }

    /** Whose mails of which kind a token ends. */
    record End(String personId, NoticeKind kind) {}

    @Transactional(readOnly = true)
    public Optional<End> end(String token) {
        return db.sql("select person_id, kind from notice_end where token = ?")
                .param(token)
                .query((row, n) -> new End(row.getString("person_id"), NoticeKind.valueOf(row.getString("kind"))))
                .optional();
    }
}
