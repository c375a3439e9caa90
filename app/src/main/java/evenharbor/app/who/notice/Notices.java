package evenharbor.app.who.notice;

import com.google.common.hash.Hashing;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.notice.MailTime;
import evenharbor.core.who.notice.NoticeKind;
import evenharbor.core.who.notice.NoticeWay;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tells people of what happened, each once, in the way that they chose. */
@Service
public class Notices {

    private static final int MOST = 200;

    private final JdbcClient db;
    private final Memberships memberships;
    private final People people;
    private final NoticeChoices choices;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Notices(
            JdbcClient db,
            Memberships memberships,
            People people,
            NoticeChoices choices,
            ApplicationEventPublisher events,
            Clock clock) {
        this.db = db;
        this.memberships = memberships;
        this.people = people;
        this.choices = choices;
        this.events = events;
        this.clock = clock;
    }

    /**
     * What someone is told.
     *
     * @param place where to do something about it, a path of the application
     * @param read whether they have seen it
     */
    public record Notice(
            long id,
            NoticeKind kind,
            String title,
            String what,
            String unchanged,
            String todo,
            String place,
            Instant at,
            boolean read) {}

    /** Something was told; the mails of it may go out. */
    record Told() {}

    /** Tells all whose right it is to hear of it, but for whoever did it. @param but whoever did it; empty for nobody */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(News news, Optional<String> but) {
        Map<String, Membership> members = memberships.ofAccount(news.accountId());
        tell(
                news,
                members.entrySet().stream()
                        .filter(each -> news.siteId()
                                .map(site -> each.getValue().may(news.kind().right(), site))
                                .orElseGet(() -> each.getValue().may(news.kind().right())))
                        .map(Map.Entry::getKey)
                        .filter(id -> !but.filter(id::equals).isPresent())
                        .toList());
    }

    /** Tells certain people, by their ids. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(News news, Collection<String> personIds) {
        personIds.forEach(id -> tell(news, id));
        events.publishEvent(new Told());
    }

    private void tell(News news, String personId) {
        NoticeWay way = choices.of(personId).get(news.kind());
        if (way == NoticeWay.NOT) {
            return;
        }
        Instant now = clock.instant();
        Optional<Instant> mail = MailTime.of(
                way, news.kind(), now, people.zone(personId).orElse(ZoneOffset.UTC), choices.quiet(personId));
        db.sql(
                        "insert ignore into notice (account_id, person_id, site_id, kind, notice_key, title, what, unchanged, todo,"
                                + " place, at, mail_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        news.accountId(),
                        personId,
                        news.siteId().orElse(null),
                        news.kind().name(),
                        Hashing.sha256()
                                .hashString(news.kind() + " " + news.key(), StandardCharsets.UTF_8)
                                .toString(),
                        shortened(news.title(), 220),
                        shortened(news.what(), 700),
                        shortened(news.unchanged(), 300),
                        shortened(news.todo(), 300),
                        news.place(),
                        DatabaseTime.of(now),
                        mail.map(DatabaseTime::of).orElse(null))
                .update();
    }

    private static String shortened(String words, int most) {
        return words.length() > most ? words.substring(0, most - 1) + "…" : words;
    }

    /** What someone was told in an account, the latest first. */
    @Transactional(readOnly = true)
    public List<Notice> of(String personId, String accountId) {
        return db.sql("select * from notice where person_id = ? and account_id = ? order by id desc limit " + MOST)
                .params(personId, accountId)
                .query((row, n) -> new Notice(
                        row.getLong("id"),
                        NoticeKind.valueOf(row.getString("kind")),
                        row.getString("title"),
                        row.getString("what"),
                        row.getString("unchanged"),
                        row.getString("todo"),
                        row.getString("place"),
                        DatabaseTime.read(row, "at"),
                        row.getObject("read_at") != null))
                .list();
    }

    /** Someone has seen what they were told up to one notice. */
    @Transactional
    public void read(String personId, String accountId, long upTo) {
        db.sql("update notice set read_at = ? where person_id = ? and account_id = ? and id <= ? and read_at is null")
                .params(DatabaseTime.of(clock.instant()), personId, accountId, upTo)
                .update();
    }
}
