package evenharbor.app.who.notice;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.mail.Letter;
import evenharbor.core.who.notice.NoticeKind;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Mails notices when their time has come: one by one, or several that wait for the same time in one mail. */
@Component
class NoticeMails {

    private static final int AT_ONCE = 500;

    private final JdbcClient db;
    private final NoticeChoices choices;
    private final People people;
    private final Outbox outbox;
    private final HarborProperties harbor;
    private final Clock clock;

    NoticeMails(
            JdbcClient db, NoticeChoices choices, People people, Outbox outbox, HarborProperties harbor, Clock clock) {
        this.db = db;
        this.choices = choices;
        this.people = people;
        this.outbox = outbox;
        this.harbor = harbor;
        this.clock = clock;
    }

    @Configuration
    static class Work {
        @Bean
        Watch noticeMailWatch(ObjectProvider<NoticeMails> mails) {
            return new Watch(
                    "notice-mail-watch",
                    Duration.ofSeconds(2),
                    "exists (select 1 from notice where mailed_at is null and read_at is null and mail_at <= :now)",
                    () -> mails.getObject().sweep());
        }
    }

    private record Due(
            long id,
            String accountId,
            String personId,
            NoticeKind kind,
            String title,
            String what,
            String unchanged,
            String todo,
            String place,
            LocalDateTime at,
            LocalDateTime mailAt) {

        /** What waited for its time goes in one mail with what waited for the same. */
        boolean waited() {
            return mailAt.isAfter(at);
        }
    }

    /** Writes the mails whose time has come. What was read in the application by then is not mailed after all. */
    @Transactional
    public void sweep() {
        LocalDateTime now = clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
        List<Due> due = db.sql("select * from notice where mail_at <= ? and mailed_at is null and read_at is null"
                        + " order by id limit " + AT_ONCE + " for update skip locked")
                .param(now)
                .query((row, n) -> new Due(
                        row.getLong("id"),
                        row.getString("account_id"),
                        row.getString("person_id"),
                        NoticeKind.valueOf(row.getString("kind")),
                        row.getString("title"),
                        row.getString("what"),
                        row.getString("unchanged"),
                        row.getString("todo"),
                        row.getString("place"),
                        row.getObject("at", LocalDateTime.class),
                        row.getObject("mail_at", LocalDateTime.class)))
                .list();
        Map<String, List<Due>> mails = due.stream()
                .collect(Collectors.groupingBy(
                        each -> each.waited() ? each.personId + " " + each.kind : "one " + each.id,
                        LinkedHashMap::new,
                        Collectors.toList()));
        mails.values().forEach(this::mail);
        due.forEach(each -> db.sql("update notice set mailed_at = ? where id = ?")
                .params(now, each.id)
                .update());
    }

    private void mail(List<Due> notices) {
        Due first = notices.get(0);
        Optional<Person> person = people.find(first.personId);
        if (person.isEmpty()) {
            return;
        }
        List<Letter.Part> parts = new ArrayList<>();
        for (Due each : notices) {
            if (notices.size() > 1) {
                parts.add(new Letter.Words(each.title));
            }
            parts.add(new Letter.Words(each.what));
            if (!each.unchanged.isEmpty()) {
                parts.add(new Letter.Words(each.unchanged));
            }
            parts.add(new Letter.Link(each.todo, harbor.appOrigin() + inAccount(each.place, each.accountId)));
        }
        String subject = notices.size() == 1 ? first.title : notices.size() + " notices: when " + first.kind.words();
        String token = choices.token(first.personId, first.kind);
        Letter letter = new Letter(
                person.get().email(),
                subject,
                parts,
                Optional.of(new Letter.Unsubscribe(
                        harbor.appOrigin() + "/unsubscribe/" + token,
                        harbor.appOrigin() + "/api/unsubscribe/" + token)));
        outbox.post(
                letter,
                "notices "
                        + notices.stream().map(each -> Long.toString(each.id)).collect(Collectors.joining(" ")));
    }

    /** The link opens in the account that it is of, whichever one its person was in last. */
    private static String inAccount(String place, String accountId) {
        return place + (place.contains("?") ? "&" : "?") + "in=" + accountId;
    }
}
